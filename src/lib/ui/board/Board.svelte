<script lang="ts">
  import type { UnitSystem } from '$core/units';
  import type { JobLine } from '$lib/server/overview/rail';
  import { clock } from '../clock/clock.svelte';
  import Sign from '../marks/Sign.svelte';
  import { deadlineWords, leftWords } from '$words/deadline-words';
  import { TIN_NAMES } from '$words/tin-names';
  import { stationOf } from '$words/station-address';
  import { clockTime, dayShort } from '$words/time';
  import RowPicture from './RowPicture.svelte';
  import { boardRows, type BoardRow } from './rows';

  const { lines, units }: { lines: JobLine[]; units: UnitSystem } = $props();

  const board = $derived(boardRows(lines));
  const rows = $derived(board.rows);
  const hot = $derived(rows.find((r) => r.d.urgent && r.d.kind !== 'rags') ?? rows.find((r) => r.d.kind !== 'rags'));
  /** The day of a deadline, unless it is today. */
  const day = (r: BoardRow) =>
    dayShort(r.d.atMs, r.line.timeZone) === dayShort(clock.now, r.line.timeZone)
      ? ''
      : dayShort(r.d.atMs, r.line.timeZone);
  const late = (r: BoardRow) => r.d.urgent && r.d.kind !== 'rags' && r.d.atMs < clock.now;
</script>

<section class="board" aria-label="By when">
  <div class="bh">
    <span class="fig">By when</span><span>What must happen next on each job</span><span></span><span></span>
  </div>
  {#if rows.length === 0}
    <div class="empty">
      <h1>Nothing presses</h1>
      <p>
        No coat is drying and no start is booked. Make a job, measure it, choose an oil, and book the best hours: the
        next deadline then stands here in words.
      </p>
      <a class="btn" href="/jobs/new">Make a job</a>
    </div>
  {:else}
    <ol>
      {#each rows as r (r.line.key + r.d.kind + ('laying' in r.d ? r.d.laying : '') + ('batch' in r.d ? r.d.batch : ''))}
        {@const w = deadlineWords(r.d, clock.now, r.line.timeZone, units)}
        <li class="row" class:hot={r === hot && !late(r)} class:over={late(r)} class:rags={r.d.kind === 'rags'}>
          <div class="by">
            <div class="clk fig">{clockTime(r.d.atMs, r.line.timeZone)}</div>
            <div class="in">{[day(r), leftWords(r.d, clock.now)].filter(Boolean).join(', ')}</div>
          </div>
          <div class="what">
            <h2>
              {#if late(r)}<Sign kind="stop" size={20} />{:else if r.d.kind === 'booking unsafe'}<Sign
                  kind="check"
                  size={20}
                />{/if}{w.title}{late(r) ? ', sticking' : ''}
            </h2>
            <p class="jb"><a href={stationOf(r.line.id, r.line.part)}>{r.line.title}</a></p>
            <p class="dt">{w.detail}</p>
            {#if r.line.overruled.length}<p class="dt">
                <Sign kind="check" size={13} /> In spite of: {r.line.overruled.map((o) => TIN_NAMES[o]).join(', ')}
              </p>{/if}
          </div>
          <div class="vis"><RowPicture line={r.line} deadline={r.d} /></div>
          <div class="do">
            <a
              class="btn {r === hot || r.d.kind === 'rags' ? '' : 'line'} {r.d.kind === 'rags' ? 'danger' : ''}"
              href={stationOf(r.line.id, r.line.part, w.station)}>{w.action}</a
            >
          </div>
        </li>
      {/each}
    </ol>
    {#if board.more}<p class="more"><a href="/jobs">{board.more} more, later, on Jobs</a></p>{/if}
  {/if}
  <p class="unseen">It is {clockTime(clock.now, lines[0]?.timeZone ?? 'UTC')}.</p>
</section>

<style>
  .more {
    padding: 12px 16px;
    font-size: 15px;
  }
  .board {
    min-width: 0;
    display: flex;
    flex-direction: column;
  }
  .bh,
  .row {
    display: grid;
    grid-template-columns: 148px 294px minmax(0, 286px) minmax(150px, 1fr);
  }
  .bh {
    height: 34px;
    align-items: center;
    font-size: 13px;
    color: var(--ink-2);
  }
  .bh .fig {
    padding-left: 16px;
    font-size: 15px;
    color: var(--ink);
    font-weight: 640;
  }
  .bh span:nth-child(2) {
    padding-left: 18px;
  }
  ol {
    flex: 1;
    display: flex;
    flex-direction: column;
  }
  .row {
    border-top: 1px solid var(--rule);
    align-items: center;
    background: var(--sheet);
    min-height: 104px;
    flex: 1 1 104px;
    max-height: 136px;
  }
  .row.rags {
    min-height: 92px;
    flex-basis: 92px;
    background: var(--stop-tint);
  }
  .by {
    padding-left: 16px;
    border-right: 1px solid var(--rule);
    align-self: stretch;
    display: flex;
    flex-direction: column;
    justify-content: center;
  }
  .clk {
    font-size: 40px;
    line-height: 42px;
    letter-spacing: -0.01em;
    white-space: nowrap;
  }
  .in {
    font-size: 13px;
    color: var(--ink-2);
  }
  .what {
    padding: 8px 10px 8px 18px;
    min-width: 0;
  }
  .row h2 {
    font-size: 21px;
    line-height: 25px;
    display: flex;
    gap: 8px;
    align-items: center;
  }
  .jb a {
    display: inline-block;
    min-height: 24px;
    line-height: 24px;
    text-underline-offset: 3px;
    text-decoration-thickness: 1px;
  }
  .jb {
    font-weight: 600;
    line-height: 18px;
  }
  .dt {
    font-size: 13.5px;
    line-height: 18px;
    color: var(--ink-2);
  }
  .vis {
    align-self: stretch;
    background: var(--sheet);
    display: flex;
    align-items: center;
    overflow: hidden;
  }
  .do {
    padding: 0 16px 0 18px;
  }
  .do .btn {
    width: 100%;
    min-height: 48px;
  }
  .hot {
    background: var(--now);
    color: var(--on-now);
    min-height: 132px;
    flex-basis: 136px;
  }
  .hot .by {
    border-right: 1.5px solid var(--on-now);
  }
  .hot .clk {
    font-size: 49px;
    line-height: 50px;
  }
  .hot .in {
    font-size: 15px;
    font-weight: 640;
  }
  .hot .in,
  .hot .dt {
    color: #2a2205;
  }
  .hot h2 {
    font-size: 30px;
    line-height: 34px;
  }
  .hot .vis {
    border-block: 1.5px solid var(--on-now);
  }
  .hot .btn {
    border-color: var(--on-now);
    background: var(--on-now);
    color: #fff;
  }
  .rags h2,
  .rags .clk,
  .over h2,
  .over .clk {
    color: var(--stop);
  }
  .over {
    background: var(--stop-fill);
    min-height: 124px;
  }
  .empty {
    background: var(--sheet);
    border-top: 1px solid var(--rule);
    padding: 48px 32px;
    max-width: 640px;
    display: grid;
    gap: 14px;
    justify-items: start;
    font-size: 16px;
  }
  @media (max-width: 760px) {
    .bh {
      display: none;
    }
    .row,
    .row.hot,
    .row.rags,
    .row.over {
      grid-template-columns: 118px minmax(0, 1fr);
      max-height: none;
      min-height: 0;
      flex: none;
      padding-block: 10px;
    }
    .vis {
      display: none;
    }
    .by {
      padding-left: 12px;
    }
    .row .clk {
      font-size: 34px;
    }
    .row h2 {
      font-size: 21px;
      line-height: 25px;
    }
    .do {
      grid-column: 1 / 3;
      padding: 4px 12px 0;
    }
  }
</style>
