<script lang="ts">
  import { recipeLitres, recipes } from '$core/mix';
  import { parseArea, parseVolume, showArea, showVolume, type UnitSystem } from '$core/units';
  import Choice from '../fields/Choice.svelte';
  import RecipeTable from '../mix/RecipeTable.svelte';
  import Answer from './Answer.svelte';
  import BenchSlide from './BenchSlide.svelte';
  import type { BenchParams } from './bench-params.svelte';

  /** A recipe scaled to a pot or to an area. */
  const { p, units }: { p: BenchParams; units: UnitSystem } = $props();
  const recipe = $derived(recipes.find((r) => r.id === p.text('recipe', '')) ?? recipes[0]!);
  const byArea = $derived(p.text('for', 'pot') === 'area' && recipe.spreadRateM2PerL !== undefined);
  const areaM2 = $derived(p.num('m2', 20, 0.1, 5000));
  const litres = $derived(byArea ? recipeLitres(recipe, areaM2)! : p.num('l', 5, 0.01, 500));
</script>

<div class="mb-3 grid grid-cols-2 gap-3">
  <Choice
    label="Recipe"
    value={recipe.id}
    options={recipes.map((r) => ({ value: r.id, label: r.name, note: r.for }))}
    onchange={(v) => p.set('recipe', v)}
  />
  <Choice
    label="Scaled to"
    value={byArea ? 'area' : 'pot'}
    options={[
      { value: 'pot', label: 'a pot' },
      { value: 'area', label: 'an area' }
    ]}
    onchange={(v) => p.set('for', v)}
  />
</div>
<Answer value={showVolume(litres, units)}>{recipe.for}.</Answer>
{#if byArea}
  <BenchSlide
    label="Area"
    value={areaM2}
    least={0.1}
    most={5000}
    step={5}
    {units}
    parse={parseArea}
    show={showArea}
    onchange={(v) => p.set('m2', v)}
  />
{:else}
  <BenchSlide
    label="Pot"
    value={litres}
    least={0.01}
    most={500}
    step={1}
    {units}
    parse={parseVolume}
    show={showVolume}
    onchange={(v) => p.set('l', v)}
  />
{/if}
<RecipeTable {recipe} totalL={litres} {units} />
