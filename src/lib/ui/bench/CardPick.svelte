<script lang="ts">
  import type { ProductCard } from '$core/product';
  import Choice from '../fields/Choice.svelte';
  import type { BenchParams } from './bench-params.svelte';

  /** The product a tool speaks of, out of those it can speak of. */
  const { shelf, p, id }: { shelf: readonly ProductCard[]; p: BenchParams; id: string } = $props();
</script>

<div class="mb-3">
  <Choice
    label="Product"
    value={id}
    options={shelf.map((c) => ({ value: c.id, label: c.name }))}
    onchange={(v) => p.set('card', v)}
  />
</div>
