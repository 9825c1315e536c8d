<script lang="ts">
  import type { Running } from '$core/site';
  import { decimals, showPour } from '$core/units';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Sign from '../marks/Sign.svelte';
  import Why from '../why/Why.svelte';

  /** How a coat runs after its last batch: litres gone beside the plan, and what it means for the van. */
  const { runs }: { runs: Running } = $props();
  const desk = useJobDesk();
  const pour = (l: number) => showPour(l, desk.units);
</script>

<p class="runs" class:heavy={runs.word === 'heavy' || runs.shortL > 0} role="status">
  <Sign kind={runs.shortL > 0 || runs.word === 'heavy' ? 'check' : 'go'} />
  <span
    ><b
      >Coat {runs.coat} runs {runs.word}: {pour(runs.goneL)} on {decimals(runs.done * 100, 0)} % of it, {pour(
        runs.plannedL
      )} planned.</b
    >
    {#if runs.shortL > 0 && runs.runsOutAt !== null}At this rate it comes to {pour(runs.comesToL)}: the van is short by
      {pour(runs.shortL)} and runs out at {decimals(runs.runsOutAt * 100, 0)} %. Slow down, or bring {pour(
        runs.shortL
      )}.
    {:else if runs.word === 'heavy'}The van lasts, but what lies thick dries slowly: spread further.
    {:else if runs.word === 'thin'}Look for spots it missed before it is wiped.
    {:else}The van lasts.{/if}
    <Why
      about="how it runs"
      formula="comes to = gone ÷ share that is on; short = comes to − (asked for in the van − used on earlier coats − expected on later ones)"
      lines={[
        { name: 'gone: mixed, less left and spilt', value: pour(runs.goneL), grade: 'house' },
        { name: 'share that is on', value: `${decimals(runs.done * 100, 0)} %`, grade: 'house' },
        { name: 'planned for as much', value: pour(runs.plannedL), grade: 'house' },
        { name: 'comes to', value: pour(runs.comesToL), grade: 'house' }
      ]}>Why?</Why
    ></span
  >
</p>

<style>
  .runs {
    display: flex;
    gap: 10px;
    padding: 8px 12px;
    background: var(--sheet);
    border-bottom: 1px solid var(--rule);
  }
  .runs.heavy {
    background: var(--check-fill);
  }
</style>
