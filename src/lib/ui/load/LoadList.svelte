<script lang="ts">
  import { isPacked, LOAD_GROUPS, type LoadItem, type LoadVisit } from '$core/load';
  import { grouped } from '$core/units';
  import { clock } from '../clock/clock.svelte';
  import Choice from '../fields/Choice.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import { partName } from '$words/part-words';
  import { hourWords } from '$words/time';
  import { upperFirst } from '$words/upper-first';

  /** One visit's things: count, where each comes from, and whether it is in the van. Ticks are events, so they work out of reach. */
  const { visit, vans }: { visit: LoadVisit; vans: readonly string[] } = $props();
  const desk = useJobDesk();
  const coatWords = (coats: readonly number[]) => `coat${coats.length > 1 ? 's' : ''} ${coats.join(', ')}`;
  const ofPart = (part: string) => (desk.view.parts.length > 1 ? `${partName(desk.document, part)}: ` : '');
  const title = $derived(
    visit.name === 'getting ready'
      ? 'Getting ready'
      : visit.work
          .map(({ part, coats }) => `${ofPart(part)}${coatWords(coats)}`)
          .map(upperFirst)
          .join('; ')
  );
  const packed = (i: LoadItem) => isPacked(desk.state.load, visit, i.id);
  const from = (i: LoadItem) => desk.state.load.from.get(i.id) ?? i.from;
  const count = $derived(visit.items.filter(packed).length);
  const amount = (i: LoadItem) => `${grouped(String(i.count))}${i.unit ? ` ${i.unit}` : ''}`;
  const FROM = ['have', 'buy', 'borrow'] as const;
  const nextFrom = (i: LoadItem) => FROM[(FROM.indexOf(from(i)) + 1) % FROM.length]!;
</script>

<section aria-label="Visit {visit.index + 1}: {title}" class="visit">
  <div class="head">
    <h2>{visit.index + 1}. {title}</h2>
    <span class="dim">{visit.atMs ? hourWords(visit.atMs, clock.now, desk.job.site.timeZone) : 'no day yet'}</span>
    <span class="tally" class:all={count === visit.items.length}>{count} of {visit.items.length} packed</span>
    {#if vans.length}
      <div class="van no-print">
        <Choice
          quiet
          label="Van of visit {visit.index + 1}"
          value={visit.van}
          options={[{ value: '', label: 'which van?' }, ...vans.map((v) => ({ value: v, label: v }))]}
          disabled={!desk.mayEdit}
          onchange={(v) =>
            desk.edit((d) => {
              const others = (d.crew.vanOf ?? []).filter((x) => x.visit !== visit.id);
              d.crew.vanOf = [...others, { visit: visit.id, van: v }];
            })}
        />
      </div>
    {/if}
    <span class="only-print">{visit.van ? `Van ${visit.van}` : ''}</span>
  </div>
  {#each LOAD_GROUPS as group (group)}
    {@const items = visit.items.filter((i) => i.group === group)}
    {#if items.length}
      <h3>{group}</h3>
      <ul>
        {#each items as i (i.id)}
          <li class:in={packed(i)}>
            <button
              class="tick"
              role="checkbox"
              aria-checked={packed(i)}
              aria-label="{amount(i)} {i.name}, packed"
              disabled={!desk.mayLogDesk}
              onclick={() => desk.write('load.packed', { visit: visit.id, item: i.id, packed: !packed(i) })}
            >
              <span class="box" aria-hidden="true">{packed(i) ? '✓' : ''}</span>
              <span class="n fig">{amount(i)}</span>
              <span class="nm">{i.name}<span class="dim">{i.why}</span></span>
            </button>
            <button
              class="from {from(i)} no-print"
              disabled={!desk.mayLogDesk}
              aria-label="{i.name}: {from(i)}. Change to {nextFrom(i)}"
              onclick={() => desk.write('load.sourced', { item: i.id, from: nextFrom(i) })}>{from(i)}</button
            >
            <span class="only-print">{from(i)}</span>
          </li>
        {/each}
      </ul>
    {/if}
  {/each}
</section>

<style>
  .visit {
    break-inside: avoid-page;
    margin-bottom: 18px;
  }
  .head {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 12px;
    align-items: center;
    border-bottom: 1.5px solid var(--ink);
    padding-bottom: 4px;
  }
  .tally {
    font-weight: 640;
  }
  .tally.all {
    color: var(--go);
  }
  .van {
    margin-left: auto;
    width: 150px;
  }
  h3 {
    font-size: 13px;
    color: var(--ink-2);
    font-weight: 560;
    padding: 8px 0 2px;
  }
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    border-bottom: 1px solid var(--rule);
    background: var(--sheet);
    align-items: stretch;
  }
  .tick {
    display: grid;
    grid-template-columns: 28px minmax(56px, auto) minmax(0, 1fr);
    gap: 8px;
    align-items: center;
    text-align: left;
    min-height: 48px;
    padding: 4px 8px;
  }
  .box {
    display: grid;
    place-items: center;
    width: 24px;
    height: 24px;
    border: 1.5px solid var(--rule-2);
    font-weight: 700;
    background: var(--sheet);
    color: var(--on-ink);
  }
  .in .box {
    background: var(--ink);
    border-color: var(--ink);
  }
  .n {
    font-size: 17px;
    text-align: right;
    white-space: nowrap;
  }
  .nm {
    font-weight: 560;
    line-height: 18px;
  }
  .in .nm {
    color: var(--ink-3);
  }
  .nm .dim {
    display: block;
    font-size: 12.5px;
    font-weight: 420;
  }
  .from {
    min-width: 68px;
    font-weight: 600;
    font-size: 13.5px;
    border-left: 1px solid var(--rule);
  }
  .from.buy {
    color: var(--check);
  }
  .from.borrow {
    color: var(--rain);
  }
  .only-print {
    display: none;
  }
  @media print {
    .only-print {
      display: inline;
    }
    li {
      break-inside: avoid;
    }
    .tick {
      min-height: 0;
      padding: 2px 4px;
    }
  }
</style>
