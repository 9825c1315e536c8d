<script lang="ts">
  import { monthName, monthShort, waitWords } from '$words/odds-words';
  import type { StartFinder } from './start-finder.svelte';

  /** How the months usually are for the first coat, counted on past years. */
  const { finder }: { finder: StartFinder } = $props();
  const BAR_PX = 56;
</script>

<section class="months" aria-label="Odds of the months">
  {#if finder.months}
    <h2>How the months are</h2>
    <div class="bars" role="table" aria-label="Share of working days that let the first coat go on and get safe">
      {#each finder.months as m (m.month)}
        <div role="row" class:likely={m.share > 0.5}>
          <span role="rowheader" aria-label={monthName(m.month)}>{monthShort(m.month)}</span>
          <b role="cell">{m.days ? `${Math.round(m.share * 100)} %` : 'none'}</b>
          <span role="cell" class="dim wait">{m.days ? waitWords(m) : ''}</span>
          <i style="height:{Math.max(1, m.share * BAR_PX)}px" aria-hidden="true"></i>
        </div>
      {/each}
    </div>
    <p class="dim mt-1">
      Of the working days of past years{finder.pastTypical ? ' (one typical year, shifted by up to 12 days)' : ''},
      those with a start that lays the first coat by all rules and lets it get safe; below it the wait for such a day.
    </p>
  {:else if finder.monthsState === 'none'}
    <p>Nobody tells of past years here. A file of a typical year (EPW) can, under “Change hours, air or crew”.</p>
  {:else}
    <button class="btn line" disabled={finder.monthsState === 'counting'} onclick={() => finder.findMonths()}
      >{finder.monthsState === 'counting' ? 'Counting past years' : 'How are the months?'}</button
    >
  {/if}
</section>

<style>
  .months {
    margin-top: 14px;
  }
  .bars {
    display: grid;
    grid-template-columns: repeat(12, minmax(0, 1fr));
    gap: 6px;
    align-items: end;
    margin-top: 8px;
  }
  .bars div {
    display: flex;
    flex-direction: column-reverse;
    align-items: center;
    text-align: center;
    font-size: 13.5px;
  }
  .wait {
    display: none;
    font-size: 12px;
  }
  .bars i {
    width: 100%;
    background: var(--rule-2);
  }
  .bars .likely i {
    background: var(--go-fill);
    border-top: 2px solid var(--go);
  }
  @media (min-width: 1000px) {
    .wait {
      display: block;
      min-height: 32px;
    }
  }
  @media (max-width: 760px) {
    .bars {
      grid-template-columns: repeat(6, minmax(0, 1fr));
    }
  }
</style>
