<script lang="ts">
  import { cellKey, wholeSurfaceId } from '$core/document';
  import type { BoardCell, CellCoat } from '$core/site';
  import { CELL_WORDS, cellSummary } from '$words/cell-words';
  import { cellName } from '$words/part-words';
  import { clockTime } from '$words/time';
  import { clock } from '../clock/clock.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import CellGrid from './CellGrid.svelte';
  import CoatEnd from './CoatEnd.svelte';

  /** Which face of which piece has had which coat: one end a coat, then how it stands. */
  const { board }: { board: readonly BoardCell[] } = $props();
  const desk = useJobDesk();
  const zone = $derived(desk.job.site.timeZone);
  const cells = $derived(new Map(board.map((c) => [cellKey(c), c])));
  const seen = $derived([...new Set(board.flatMap((c) => c.coats.map((x) => x.state)))]);
  const due = (c: CellCoat) => c.state === 'wet' && c.wipeByMs !== undefined;
  /** The last coat that is on; else the first to come. */
  const top = (c: BoardCell): CellCoat => c.coats.filter((x) => x.state !== 'to come').at(-1) ?? c.coats[0]!;
  const productOf = (n: number) => desk.plan.coats.find((c) => c.number === n)?.productId;
</script>

<section class="board" aria-label="Pieces and faces">
  <h2>Which face has had what</h2>
  <CellGrid surfaces={desk.job.surfaces} shown={(c) => cells.has(cellKey(c))}>
    {#snippet cell(c)}
      {@const of = cells.get(cellKey(c))!}
      {@const last = top(of)}
      <div class="cell" class:due={of.coats.some(due)} class:bad={last.state === 'overdue' || last.state === 'stands'}>
        <span
          class="ends"
          role="img"
          aria-label={cellSummary(cellName(desk.job, { ...c, surface: wholeSurfaceId(c.surface) }), of)}
        >
          {#each of.coats as coat, i (coat.number)}
            {#if i > 0 && productOf(coat.number) !== productOf(of.coats[i - 1]!.number)}<i></i>{/if}<CoatEnd
              state={coat.state}
            />
          {/each}
        </span>
        <span class="word"
          >{CELL_WORDS[last.state]}{#if due(last)}
            <b>{clockTime(last.wipeByMs!, zone)}</b>{/if}</span
        >
      </div>
    {/snippet}
  </CellGrid>
  <p class="legend">
    {#each seen as s (s)}<span><CoatEnd state={s} />{CELL_WORDS[s]}</span>{/each}
  </p>
  <p class="unseen">It is {clockTime(clock.now, zone)}.</p>
</section>

<style>
  .board {
    margin-bottom: 18px;
  }
  .cell {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: 30px;
    padding: 3px 8px 3px 4px;
    background: var(--sheet);
    border: 1px solid var(--rule);
    white-space: nowrap;
  }
  @media (max-width: 760px) {
    .board {
      padding: 0 16px;
    }
  }
  .cell.due {
    outline: 3px solid var(--now);
    box-shadow: 0 0 0 4px var(--ink);
  }
  .cell.bad {
    background: var(--stop-tint);
    color: var(--stop);
  }
  .ends {
    display: inline-flex;
    gap: 3px;
  }
  .ends i {
    width: 6px;
  }
  .word {
    font-size: 12.5px;
  }
  .legend {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 14px;
    margin-top: 8px;
    font-size: 12.5px;
    color: var(--ink-2);
  }
  .legend span {
    display: inline-flex;
    gap: 5px;
    align-items: center;
  }
</style>
