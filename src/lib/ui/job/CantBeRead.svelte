<script lang="ts">
  import type { Trouble } from '$lib/server/jobs/reading';
  import Sign from '../marks/Sign.svelte';

  /** Jobs that can't be read, apart from those that can: each with why, and the way to mend it. */
  const { jobs }: { jobs: readonly Trouble[] } = $props();
</script>

{#if jobs.length}
  <section aria-label="Jobs that can’t be read" class="border-l-[6px] border-stop bg-stop-tint px-4 py-3">
    {#each jobs as j (j.id)}
      <p class="flex gap-2 py-1">
        <Sign kind="stop" size={16} /><span
          ><a class="link font-semibold" href="/mend/{j.id}">{j.title}</a> can’t be read: {j.why}. The other jobs go on.</span
        >
      </p>
    {/each}
  </section>
{/if}
