<script lang="ts">
  import { kitchenMeasure, measureRecipe, type Recipe } from '$core/mix';
  import { cautionById } from '$core/safety';
  import { decimals, grouped, showPour, showVolume, type UnitSystem } from '$core/units';

  /** A recipe measured out: the parts in the order they are added, in ml, grams and the measures of a kitchen. */
  const { recipe, totalL, units }: { recipe: Recipe; totalL: number; units: UnitSystem } = $props();
  const parts = $derived(measureRecipe(recipe, totalL));
  const grams = (g: number) => (g < 10 ? decimals(g, 1) : grouped(decimals(g, 0)));
</script>

<div class="scroll" role="region" aria-label="{recipe.name}, parts" tabindex="-1">
  <table class="ruled">
    <thead
      ><tr><th>Add in this order</th><th class="num">Pour</th><th class="num">Weigh</th><th class="num">Kitchen</th></tr
      ></thead
    >
    <tbody>
      {#each parts as p, i (i)}
        <tr>
          <td
            ><b>{i + 1}. {p.name}</b>{#if p.note}<span class="dim block text-[13px]">{p.note}</span>{/if}</td
          >
          <td class="num fig text-[18px]">{p.powder ? '' : showPour(p.litres, units)}</td>
          <td class="num">{grams(p.grams)} g</td>
          <td class="num">{kitchenMeasure(p.litres, units)}</td>
        </tr>
      {/each}
      <tr><td class="dim">Makes {showVolume(totalL, units)}. {recipe.keeps}</td><td></td><td></td><td></td></tr>
    </tbody>
  </table>
</div>
{#each recipe.cautions as c (c)}
  {@const caution = cautionById(c)}
  <p class="mt-2 text-[14px]"><b>{caution.title}.</b> {caution.text}</p>
{/each}

<style>
  .scroll {
    position: relative;
    overflow-x: auto;
  }
</style>
