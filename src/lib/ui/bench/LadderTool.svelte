<script lang="ts">
  import { GRITS, LADDER_RULES, sandingLadder, type LadderRule } from '$core/sanding';
  import type { HouseRules } from '$core/house';
  import { decimals } from '$core/units';
  import Choice from '../fields/Choice.svelte';
  import Answer from './Answer.svelte';
  import type { BenchParams } from './bench-params.svelte';

  const { p, house }: { p: BenchParams; house: HouseRules } = $props();
  const stock = $derived(house.sanding.gritsInStock);
  const start = $derived(GRITS.find((g) => g === p.num('from', 60, 24, 2000)) ?? 60);
  const end = $derived(stock.find((g) => g === p.num('to', 120, 24, 2000)) ?? 120);
  const rule = $derived<LadderRule>(
    LADDER_RULES.find((r) => r === p.text('rule', house.sanding.ladder)) ?? (house.sanding.ladder as LadderRule)
  );
  const ladder = $derived(sandingLadder({ start, end, stock, rule }));
</script>

{#if ladder.ok}
  <Answer value={ladder.grits.join(' · ')}>
    {ladder.grits.length}
    {ladder.grits.length === 1 ? 'pass' : 'passes'}, the largest jump × {decimals(ladder.worstJump, 2)}. Field, edges
    and corners end on the same grit.
  </Answer>
{:else}
  <Answer value="No ladder">{ladder.problem}</Answer>
{/if}
<div class="grid grid-cols-2 gap-3">
  <Choice
    label="Start"
    value={String(start)}
    options={GRITS.map((g) => ({ value: String(g), label: `P${g}` }))}
    onchange={(v) => p.set('from', v)}
  />
  <Choice
    label="Last, of those in stock"
    value={String(end)}
    options={stock.map((g) => ({ value: String(g), label: `P${g}` }))}
    onchange={(v) => p.set('to', v)}
  />
  <Choice
    label="School"
    value={rule}
    options={LADDER_RULES.map((r) => ({ value: r, label: r }))}
    onchange={(v) => p.set('rule', v)}
  />
</div>
