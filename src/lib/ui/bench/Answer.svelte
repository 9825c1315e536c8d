<script lang="ts">
  import type { Snippet } from 'svelte';

  /** The answer of a tool, to be read at arm's length, with what it means under it. */
  const { value, unit, children }: { value: string; unit?: string; children?: Snippet } = $props();
</script>

<p class="answer fig" role="status">
  {value}{#if unit}<small>{unit}</small>{/if}
</p>
{#if children}<div class="means">{@render children()}</div>{/if}

<style>
  .answer {
    font-size: clamp(52px, 17vw, 96px);
    line-height: 1;
    margin: 4px 0 8px;
    overflow-wrap: anywhere;
  }
  .answer small {
    font: 640 22px var(--txt);
    margin-left: 8px;
  }
  .means {
    font-size: 16px;
    line-height: 22px;
    margin-bottom: 16px;
  }
</style>
