<script lang="ts">
  import { stationOf } from '$words/station-address';
  import type { HouseFigures } from '$core/plan';
  import { HOUR_MS, showDuration, showMoney, showVolume, type UnitSystem } from '$core/units';
  import type { HouseEffect } from '$lib/server/overview/house-effect';
  import { clock } from '../clock/clock.svelte';
  import { whenWords } from '$words/time';

  /** This week's jobs before and after a change of rules, those that change first. */
  const {
    effects,
    units,
    currency,
    timeZone
  }: { effects: readonly HouseEffect[]; units: UnitSystem; currency: string; timeZone: string } = $props();
  const COLUMNS: { name: string; show: (f: HouseFigures) => string }[] = $derived([
    { name: 'Oil to have', show: (f) => showVolume(f.haveL, units) },
    { name: 'Money', show: (f) => showMoney(f.costCents, currency) },
    { name: 'Hands on', show: (f) => showDuration(f.personHours * HOUR_MS) },
    { name: 'Batches', show: (f) => String(f.batches) },
    { name: 'Rags', show: (f) => String(f.rags) },
    { name: 'Visits', show: (f) => (f.visits === null ? 'no start' : String(f.visits)) },
    {
      name: 'Earliest finish',
      show: (f) => (f.finishMs === null ? 'no start' : whenWords(f.finishMs, clock.now, timeZone))
    }
  ]);
</script>

<section class="mt-4" aria-label="What it would change">
  <h2>What it would change</h2>
  {#if effects.every((e) => e.same)}
    <p class="mt-1">
      {effects.length
        ? `None of the ${effects.length} jobs planned or under way changes.`
        : 'No job is planned or under way.'}
    </p>
  {/if}
  <div class="scroll" role="region" aria-label="Jobs before and after" tabindex="-1">
    <table class="ruled bg-sheet">
      <thead
        ><tr
          ><th class="pl-3">Job</th>{#each COLUMNS as c (c.name)}<th class="num">{c.name}</th>{/each}</tr
        ></thead
      >
      <tbody>
        {#each effects as e (e.jobId + e.part)}
          <tr class:same={e.same}>
            <td class="pl-3"><a class="link" href={stationOf(e.jobId, e.part, 'load')}>{e.title}</a></td>
            {#each COLUMNS as c (c.name)}
              {@const [a, b] = [c.show(e.before), c.show(e.after)]}
              <td class="num"
                >{#if a === b}{a}{:else}<s class="dim">{a}</s><br /><b>{b}</b>{/if}</td
              >
            {/each}
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
</section>

<style>
  .scroll {
    position: relative;
    overflow-x: auto;
  }
  .same td {
    color: var(--ink-3);
  }
</style>
