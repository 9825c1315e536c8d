<script lang="ts">
  import type { Caution } from '$core/safety';
  import Sign from '../marks/Sign.svelte';

  const { cautions, closing }: { cautions: readonly Caution[]; closing: string } = $props();
</script>

{#if cautions.length}
  <section class="mt-5" aria-label="Working safely">
    <h2 class="border-b-[1.5px] border-ink pb-1">Working safely</h2>
    <ul>
      {#each cautions as c (c.id)}
        <li class="flex gap-3 border-b border-rule py-2">
          <Sign kind={c.id === 'rags' || c.id === 'isocyanate' ? 'stop' : 'check'} />
          <span><b class={c.id === 'rags' ? 'text-stop' : ''}>{c.title}.</b> {c.text}</span>
        </li>
      {/each}
    </ul>
    <p class="dim mt-2 text-[13px]">{closing}</p>
  </section>
{/if}
