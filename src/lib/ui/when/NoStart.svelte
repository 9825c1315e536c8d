<script lang="ts">
  import { nextLikelyMonth } from '$core/window';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Sign from '../marks/Sign.svelte';
  import { nextMonthWords, shutsMost } from '$words/odds-words';
  import { closureWords } from '$words/closure-words';
  import { hourWords } from '$words/time';
  import Helps from './Helps.svelte';
  import type { StartFinder } from './start-finder.svelte';

  /** No start works: said before anything else, with what shuts most, what would help, and when it usually gets better. */
  const { finder }: { finder: StartFinder } = $props();
  const desk = useJobDesk();
  const shut = $derived(shutsMost(finder.starts));
  const coats = $derived(desk.plan.coats.length);
  $effect(() => {
    if (finder.state === 'done') void finder.findMonths();
  });
</script>

<section class="none" aria-label="No start works">
  <Sign kind="no" />
  <div>
    <p class="first">
      <b>No start of the next ten days {coats === 1 ? 'lets the coat' : 'lets all coats'} go on and dry by the rules.</b
      >
      {#if shut}{Math.round(shut.share * 100)} % of them are stopped by <b>{shut.stopper.rule}</b>: first {hourWords(
          shut.stopper.atMs,
          desk.minuteMs,
          desk.job.site.timeZone
        )}, {closureWords(shut.stopper.closure, desk.units)}.{/if}
    </p>
    {#if finder.months}<p>{nextMonthWords(nextLikelyMonth(finder.months, desk.minuteMs))}</p>
    {:else if finder.monthsState === 'counting'}<p class="dim">Past years are being counted.</p>{/if}
    <Helps {finder} atOnce />
  </div>
</section>

<style>
  .none {
    display: flex;
    gap: 12px;
    margin-top: 10px;
    padding: 14px;
    background: var(--stop-tint);
    border-left: 6px solid var(--stop);
  }
  .first {
    font-size: 17px;
    line-height: 24px;
  }
  .none > div {
    min-width: 0;
    flex: 1;
  }
</style>
