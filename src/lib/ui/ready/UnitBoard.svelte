<script lang="ts">
  import { unitProgress, type PrepLog, type PrepPlan, type StepStatus } from '$core/prep';
  import { STATUS_WORDS } from './step-words';

  interface Props {
    plan: PrepPlan;
    log: PrepLog;
    units: readonly string[];
    unit: string;
    onpick: (unit: string) => void;
  }
  /** Units down, steps across: which piece has had what. A row is picked to work on it. */
  const { plan, log, units, unit, onpick }: Props = $props();
  const rows = $derived(units.map((u) => ({ u, steps: unitProgress(plan, log, u) })));
  const SHORT: Record<StepStatus, string> = { done: '', gate: '?', again: '!', next: '', ahead: '' };
  const doneAt = (id: string) => rows.filter((r) => r.steps.find((s) => s.step.id === id)?.status === 'done').length;
</script>

<div class="wrap" role="region" aria-label="Board of pieces and steps" tabindex="-1">
  <table>
    <thead>
      <tr>
        <th scope="col">Piece</th>
        {#each plan.steps as s (s.id)}<th scope="col" class="step"
            ><span>{s.grit ? `P${s.grit}` : s.name}</span><span class="count">{doneAt(s.id)}/{units.length}</span></th
          >{/each}
      </tr>
    </thead>
    <tbody>
      {#each rows as r (r.u)}
        <tr class:on={r.u === unit}>
          <th scope="row"><button aria-pressed={r.u === unit} onclick={() => onpick(r.u)}>{r.u}</button></th>
          {#each r.steps as s (s.step.id)}
            <td>
              <span class="cell {s.status}" title="{r.u}, {s.step.name}: {STATUS_WORDS[s.status]}"
                >{SHORT[s.status]}<span class="unseen">{STATUS_WORDS[s.status]}</span></span
              >
            </td>
          {/each}
        </tr>
      {/each}
    </tbody>
  </table>
</div>
<p class="legend">
  <span><i class="cell done"></i> done</span> <span><i class="cell gate">?</i> to check</span>
  <span><i class="cell again">!</i> again</span> <span><i class="cell next"></i> next</span>
  <span><i class="cell ahead"></i> to do</span>
</p>

<style>
  .wrap {
    overflow-x: auto;
    position: relative;
  }
  table {
    border-collapse: collapse;
    width: 100%;
  }
  thead th {
    text-align: left;
    vertical-align: bottom;
    font-size: 12.5px;
    font-weight: 560;
    border-bottom: 1.5px solid var(--ink);
    padding: 4px 6px;
  }
  .step {
    min-width: 58px;
  }
  .count {
    display: block;
    color: var(--ink-2);
  }
  tbody th {
    text-align: left;
    border-bottom: 1px solid var(--rule);
    position: sticky;
    left: 0;
    background: var(--paper);
  }
  tbody button {
    min-height: 40px;
    min-width: 84px;
    padding: 0 8px;
    text-align: left;
    font-weight: 640;
    white-space: nowrap;
  }
  tr.on button {
    background: var(--ink);
    color: var(--on-ink);
  }
  td {
    border-bottom: 1px solid var(--rule);
    padding: 4px 6px;
  }
  .cell {
    position: relative;
    display: inline-grid;
    place-items: center;
    width: 34px;
    height: 24px;
    border: 1.5px solid var(--rule-2);
    font: 700 14px var(--fig);
    font-style: normal;
  }
  .cell.done {
    background: var(--ink);
    border-color: var(--ink);
  }
  .cell.next {
    border-color: var(--ink);
    border-width: 2.5px;
  }
  .cell.gate {
    background: var(--check-fill);
    border-color: var(--check);
    color: var(--check);
  }
  .cell.again {
    background: var(--stop-tint);
    border-color: var(--stop);
    color: var(--stop);
  }
  .legend {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 16px;
    margin-top: 8px;
    font-size: 13px;
  }
  .legend span {
    display: inline-flex;
    gap: 6px;
    align-items: center;
  }
</style>
