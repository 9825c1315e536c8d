<script lang="ts">
  import type { SystemFigures } from '$core/choose';
  import type { ProductCard } from '$core/product';
  import { clock } from '../clock/clock.svelte';
  import Choice from '../fields/Choice.svelte';
  import Tick from '../fields/Tick.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Sign from '../marks/Sign.svelte';
  import { startSearch } from '$lib/workers/search';
  import { chooseSystem, isChosen } from './choose-edits';
  import { METHOD_WORDS } from '$words/method-words';
  import { compareRows, sortedBy } from './compare-rows';
  import CompareChart from './CompareChart.svelte';
  import SystemAdder from './SystemAdder.svelte';

  /** Two to four systems side by side, each worked out as the job itself would be. */
  const { shelf, onchosen, locked }: { shelf: readonly ProductCard[]; onchosen: () => void; locked: boolean } =
    $props();
  const desk = useJobDesk();
  const systems = $derived(desk.job.compared ?? []);
  let figures = $state.raw<SystemFigures[]>([]);
  let working = $state(false);
  let sortBy = $state('');
  let onlyAllowed = $state(false);
  let run = 0;

  $effect(() => {
    const args = [desk.job, systems, shelf, desk.state, desk.climate, desk.knowledge, desk.minuteMs] as const;
    if (systems.length === 0) {
      figures = [];
      return;
    }
    const own = ++run;
    working = true;
    startSearch()
      .compare(...args)
      .then((f) => {
        if (own !== run) return;
        figures = f;
        working = false;
      });
  });

  const rows = $derived(compareRows(desk.units, desk.knowledge.house.currency, clock.now, desk.job.site.timeZone));
  const shown = $derived(
    sortedBy(
      figures.filter((f) => systems.some((s) => s.id === f.id) && !(onlyAllowed && f.ruledOut.length)),
      rows.find((r) => r.id === sortBy)
    )
  );
  const most = (id: string) =>
    Math.max(
      1e-9,
      ...shown.map((f) => {
        const row = rows.find((r) => r.id === id)!;
        return Math.max(row.value(f) ?? 0, row.span?.(f)?.high ?? 0);
      })
    );
  /** The bar of a number: square where it is sure, a scarf across its 80 % span where it is not. */
  function bar(f: SystemFigures, id: string): string {
    const row = rows.find((r) => r.id === id)!;
    const v = row.value(f);
    if (v === null) return '';
    const scale = 100 / most(id);
    const span = row.span?.(f);
    return span ? `M0 0H${span.low * scale}L${span.high * scale} 14H0Z` : `M0 0H${v * scale}V14H0Z`;
  }
  const FIT_SIGN = { good: 'go', fair: 'part', poor: 'check', no: 'no' } as const;
  const FIT_ROWS = [
    ['traffic', 'Feet'],
    ['sun', 'Sun'],
    ['water', 'Water'],
    ['food', 'Food']
  ] as const;
  const methodOf = (f: SystemFigures) =>
    [...new Set((f.finish.coats ?? [f.finish]).map((c) => METHOD_WORDS[c.method]))].join(', then ').toLowerCase();

  function choose(id: string) {
    const system = systems.find((s) => s.id === id)!;
    desk.editPart((d) => chooseSystem(d, system, structuredClone([...shelf])));
    onchosen();
  }
</script>

<div class="adder no-print">
  <SystemAdder {shelf} />
  {#if systems.length > 1}
    <div class="w-52">
      <Choice
        label="Order by"
        bind:value={sortBy}
        options={[{ value: '', label: 'as put' }, ...rows.map((r) => ({ value: r.id, label: r.name }))]}
      />
    </div>
    <Tick label="Only what may go on" bind:checked={onlyAllowed} />
  {/if}
</div>

{#if systems.length === 0}
  <section class="mt-6 max-w-xl text-[16px]">
    <h2>Nothing to hold against each other yet</h2>
    <p class="mt-2">
      Pick a product and put it beside. Two to four systems then stand side by side: litres, money, hours, the earliest
      finish in the coming weather, ten years of care. Thin and flooded can be two columns of one product.
    </p>
  </section>
{:else}
  <p class="unseen" role="status">{working ? 'Working it out' : `${shown.length} systems worked out`}</p>
  <div class="scroll" role="region" aria-label="Systems side by side" tabindex="-1">
    <table class="cmp" style="--cols:{shown.length}">
      <thead>
        <tr>
          <th scope="col"><span class="unseen">Measure</span></th>
          {#each shown as f (f.id)}
            {@const system = systems.find((s) => s.id === f.id)!}
            {@const chosen = isChosen(desk.job, system)}
            <th scope="col" class:chosen>
              <span class="nm">{f.name}</span>
              <span class="dim sub">{f.finish.colour}, {methodOf(f)}, {f.coats} {f.coats === 1 ? 'coat' : 'coats'}</span
              >
              <span class="acts no-print">
                {#if chosen}<span class="tag text-go"><Sign kind="go" size={15} />chosen</span>
                {:else}<button
                    class="btn"
                    disabled={!desk.mayEdit || locked || f.ruledOut.length > 0}
                    onclick={() => choose(f.id)}>Choose</button
                  >{/if}
                <button
                  class="btn line"
                  aria-label="Take {f.name}, {methodOf(f)} away"
                  disabled={!desk.mayEdit}
                  onclick={() => desk.editPart((d) => (d.compared = d.compared?.filter((s) => s.id !== f.id)))}
                  >Away</button
                >
              </span>
            </th>
          {/each}
        </tr>
      </thead>
      <tbody>
        <tr class="out">
          <th scope="row">May it go on?<span>card, layers, survey</span></th>
          {#each shown as f (f.id)}
            <td>
              {#each f.ruledOut as r, k (k)}
                <span class="tag text-stop"><Sign kind="no" size={15} /><span>{r.reason} {r.cure ?? ''}</span></span>
              {:else}<span class="tag text-go"><Sign kind="go" size={15} />yes</span>{/each}
            </td>
          {/each}
        </tr>
        {#each rows as row (row.id)}
          {@const best = Math.min(...shown.map((f) => row.value(f) ?? Infinity))}
          {@const differs = shown.some((f) => (row.value(f) ?? Infinity) > best)}
          <tr>
            <th scope="row">{row.name}<span>{row.unit}</span></th>
            {#each shown as f (f.id)}
              <td>
                <span class="val fig" class:best={differs && row.value(f) === best}>{row.show(f)}</span>
                <svg viewBox="0 0 100 14" preserveAspectRatio="none" aria-hidden="true"
                  ><path d={bar(f, row.id)} class:wet={f.finish.method === 'flood'} /></svg
                >
              </td>
            {/each}
          </tr>
        {/each}
        {#each FIT_ROWS as [id, name] (id)}
          <tr class="fit">
            <th scope="row">{name}<span>as this place is used</span></th>
            {#each shown as f (f.id)}
              <td
                ><span class="tag"
                  ><Sign kind={FIT_SIGN[f.fitness[id]]} size={15} />{id === 'food'
                    ? { good: 'once wiped off', fair: 'after full cure', poor: 'poor', no: 'no claim' }[f.fitness.food]
                    : f.fitness[id]}</span
                ></td
              >
            {/each}
          </tr>
        {/each}
        <tr class="risks">
          <th scope="row">What may go wrong<span>in 100 such jobs</span></th>
          {#each shown as f (f.id)}
            <td>
              <ul>
                {#each f.risks as r (r.id)}<li>
                    <b>{Math.max(1, Math.round(r.chance * 100))}</b>
                    {r.name}, {r.word}. <span class="dim">{r.why}</span>
                  </li>{:else}<li>Nothing we know of.</li>{/each}
              </ul>
            </td>
          {/each}
        </tr>
      </tbody>
    </table>
  </div>
  <p class="dim mt-2 text-[13px]">
    Slanted ends span 80 % of such jobs. Bold figures are the least of the row. Finish on this forecast, one series.
    Chances are our house numbers; a coat not open when we come back is the drying model’s own.
  </p>
  {#if shown.length > 1}<CompareChart {shown} {rows} />{/if}
{/if}

<style>
  .adder {
    display: flex;
    flex-wrap: wrap;
    gap: 10px 14px;
    align-items: flex-end;
    margin-top: 12px;
  }
  .scroll {
    position: relative;
    overflow-x: auto;
    margin-top: 14px;
  }
  .cmp {
    border-collapse: collapse;
    width: 100%;
    min-width: calc(190px + var(--cols) * 190px);
    table-layout: fixed;
  }
  .cmp th[scope='col'] {
    text-align: left;
    vertical-align: top;
    padding: 10px 12px;
    background: var(--sheet);
    border: 1px solid var(--rule);
    border-top: 6px solid var(--rule);
  }
  .cmp th[scope='col']:first-child {
    width: 190px;
    background: none;
    border: 0;
  }
  .cmp th.chosen {
    border: 1.5px solid var(--ink);
    border-top: 6px solid var(--ink);
  }
  .nm {
    display: block;
    font: 680 19px/22px var(--fig);
    font-stretch: 90%;
  }
  .sub {
    display: block;
    font-size: 13px;
    font-weight: 420;
    margin: 2px 0 8px;
  }
  .acts {
    display: flex;
    gap: 8px;
    align-items: center;
    flex-wrap: wrap;
  }
  th[scope='row'] {
    text-align: left;
    font-weight: 640;
    padding: 8px 12px 8px 0;
    border-bottom: 1px solid var(--rule);
    vertical-align: top;
  }
  th[scope='row'] span {
    display: block;
    font-size: 12.5px;
    font-weight: 420;
    color: var(--ink-2);
  }
  td {
    padding: 8px 12px;
    border-bottom: 1px solid var(--rule);
    vertical-align: top;
  }
  .val {
    font-size: 21px;
    line-height: 24px;
    font-weight: 560;
  }
  .val.best {
    font-weight: 760;
  }
  td svg {
    display: block;
    width: 100%;
    height: 10px;
    margin-top: 4px;
  }
  path {
    fill: var(--oil-dry);
  }
  path.wet {
    fill: var(--oil-soak);
    stroke: var(--oil-edge);
  }
  .tag {
    display: flex;
    gap: 6px;
    font-size: 13.5px;
    font-weight: 600;
    line-height: 17px;
    margin-bottom: 4px;
  }
  .risks li {
    font-size: 13.5px;
    line-height: 18px;
    margin-bottom: 6px;
  }
  .risks b {
    font: 700 17px var(--fig);
    display: inline-block;
    min-width: 26px;
  }
</style>
