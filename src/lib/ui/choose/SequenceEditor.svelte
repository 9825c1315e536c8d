<script lang="ts">
  import { dragHandleZone, dragHandle } from 'svelte-dnd-action';
  import { cardOf, CUT_BACKS, type CutBack } from '$core/document';
  import type { LayerFinding } from '$core/coats';
  import type { ProductCard } from '$core/product';
  import { decimals, showVolume } from '$core/units';
  import Choice from '../fields/Choice.svelte';
  import CountField from '../fields/CountField.svelte';
  import TextField from '../fields/TextField.svelte';
  import { misfits } from './fit';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import { dayShort } from '$words/time';
  import LayerLine from './LayerLine.svelte';
  import { addCoat, changeCoat, orderCoats, removeCoat, setCoatProduct } from './choose-edits';
  import { METHOD_WORDS } from '$words/method-words';

  /** The coats one by one, from the wood up: product, colour, method, what comes between, and what the layer rules say. */
  const { shelf, locked }: { shelf: readonly ProductCard[]; locked: boolean } = $props();
  const desk = useJobDesk();
  const coats = $derived(desk.job.finish?.coats ?? []);
  /** The order under the finger while a coat is dragged. */
  let dragged = $state<{ id: number }[] | null>(null);
  const rows = $derived(dragged ?? coats.map((_, id) => ({ id })));
  let openAt = $state<number | null>(null);

  const CUT_WORDS: Record<CutBack, string> = {
    nothing: 'nothing between',
    denib: 'denib before it',
    abrade: 'abrade before it'
  };
  const products = $derived(
    [...shelf, ...desk.job.products.filter((p) => !shelf.some((c) => c.id === p.id))].map((c) => {
      const [why] = misfits(desk.job, c);
      return { value: c.id, label: c.name, ...(why && { note: why.problem }) };
    })
  );
  const find = (id: string) => shelf.find((c) => c.id === id) ?? desk.job.products.find((c) => c.id === id);

  /** The rounds of a coat on pieces that are turned over, by day once a start is chosen. */
  function roundWords(number: number): string {
    const [backs, fronts] = desk.plan.chosen?.coats.find((c) => c.number === number)?.rounds ?? [];
    const zone = desk.job.site.timeZone;
    return backs && fronts
      ? `Backs and edges ${dayShort(backs.fromMs, zone)}, fronts ${dayShort(fronts.fromMs, zone)}`
      : 'Backs and edges first, fronts once they are touch dry';
  }
  /** What the rules say of a coat over those below it, each ruling once. */
  function rulings(above: number) {
    if (dragged) return [];
    const out: { finding: LayerFinding; below: number[] }[] = [];
    for (const l of desk.plan.layers.filter((x) => x.above === above)) {
      const same = out.find(
        (r) => r.finding.rule === l.rule && r.finding.severity === l.severity && r.finding.found === l.found
      );
      if (same) same.below.push(l.below);
      else out.push({ finding: l, below: [l.below] });
    }
    return out;
  }
  function drop(items: { id: number }[]) {
    dragged = null;
    desk.editPart((d) =>
      orderCoats(
        d,
        items.map((r) => r.id)
      )
    );
    openAt = null;
  }
  const move = (from: number, to: number) => {
    const order = coats.map((_, i) => i);
    order.splice(to, 0, ...order.splice(from, 1));
    desk.editPart((d) => orderCoats(d, order));
    openAt = null;
  };
</script>

<ol
  class="coats"
  aria-label="Coats, from the wood up"
  use:dragHandleZone={{ items: rows, flipDurationMs: 120, dragDisabled: !desk.mayEdit || locked, dropTargetStyle: {} }}
  onconsider={(e) => (dragged = e.detail.items)}
  onfinalize={(e) => drop(e.detail.items)}
>
  {#each rows as row (row.id)}
    {@const i = row.id}
    {@const c = coats[i]}
    {#if c}
      {@const card = cardOf(desk.job, c.productId)}
      {@const planned = desk.plan.coats.find((p) => p.number === i + 1)}
      <li>
        {#each rulings(i + 1) as r, k (k)}
          <LayerLine finding={r.finding} below={r.below} />
        {/each}
        <div class="coat" class:open={openAt === i}>
          <span class="grip" use:dragHandle aria-label="Move coat {i + 1}">
            <svg width="14" height="20" viewBox="0 0 14 20" aria-hidden="true"
              ><path d="M2 4h10M2 10h10M2 16h10" stroke="var(--ink-3)" stroke-width="2.5" /></svg
            >
          </span>
          <span class="fig n">{i + 1}</span>
          <button
            class="what"
            aria-expanded={openAt === i}
            onclick={() => (openAt = openAt === i ? null : i)}
            aria-label="Coat {i + 1}, {card?.name ?? c.productId}: change"
          >
            <b>{card?.name ?? c.productId}</b>, {c.colour}
            <span class="dim"
              >{METHOD_WORDS[c.method]}{c.tool ? `, ${c.tool}` : ''}{c.dwellMinutes !== undefined
                ? `, wiped after ${c.dwellMinutes} min`
                : ''}{planned?.rounds.length === 2 ? `. ${roundWords(i + 1)}` : ''}</span
            >
          </button>
          <span class="num">{planned ? showVolume(planned.expectedL, desk.units) : ''}</span>
        </div>
        {#if openAt === i && card}
          {@const method = card.methods.find((m) => m.method === c.method)}
          <div class="fields">
            <Choice
              label="Product"
              value={c.productId}
              options={products}
              disabled={locked}
              onchange={(v) =>
                desk.editPart((d) => {
                  const next = find(v);
                  if (next) setCoatProduct(d, i, structuredClone(next), desk.knowledge.house);
                })}
            />
            <Choice
              label="Colour"
              value={c.colour}
              options={card.colours.map((v) => ({ value: v, label: v }))}
              disabled={locked}
              onchange={(v) => desk.editPart((d) => changeCoat(d, i, (x) => (x.colour = v)))}
            />
            <Choice
              label="Method"
              value={c.method}
              options={card.methods.map((m) => ({ value: m.method, label: METHOD_WORDS[m.method] }))}
              onchange={(v) => desk.editPart((d) => changeCoat(d, i, (x) => (x.method = v)))}
            />
            {#if i > 0}
              <Choice
                label="Before it"
                value={c.cutBack ?? desk.knowledge.house.betweenCoats}
                options={CUT_BACKS.map((v) => ({ value: v, label: CUT_WORDS[v] }))}
                onchange={(v) => desk.editPart((d) => changeCoat(d, i, (x) => (x.cutBack = v)))}
              />
            {/if}
            <TextField
              label="Tool"
              value={c.tool ?? ''}
              maxlength={60}
              placeholder="as usual"
              oninput={(e) => {
                const tool = e.currentTarget.value.trim();
                desk.editPart(
                  (d) =>
                    changeCoat(d, i, (x) => {
                      if (tool) x.tool = tool;
                      else delete x.tool;
                    }),
                  `tool ${i}`
                );
              }}
            />
            {#if method?.dwellMaxMinutes !== undefined}
              <CountField
                label="Dwell, min (card {method.dwellMinMinutes ?? 0}–{method.dwellMaxMinutes})"
                value={c.dwellMinutes ?? method.dwellMinMinutes ?? 0}
                most={2880}
                onchange={(v) => desk.editPart((d) => changeCoat(d, i, (x) => (x.dwellMinutes = v)), `dwell ${i}`)}
              />
            {/if}
            <div class="moves">
              <button class="btn line" disabled={i === 0 || locked} onclick={() => move(i, i - 1)}>Lower</button>
              <button class="btn line" disabled={i === coats.length - 1 || locked} onclick={() => move(i, i + 1)}
                >Higher</button
              >
              <button
                class="btn danger-line"
                disabled={coats.length < 2 || locked}
                onclick={() => {
                  openAt = null;
                  desk.editPart((d) => removeCoat(d, i));
                }}>Leave it out</button
              >
            </div>
          </div>
        {/if}
      </li>
    {/if}
  {/each}
</ol>
{#if desk.mayEdit}
  <button class="btn line mt-3" disabled={coats.length >= 12 || locked} onclick={() => desk.editPart(addCoat)}
    >Another coat on top</button
  >
{/if}
<p class="dim mt-2 text-[13px]">
  From the wood up. {decimals(
    desk.plan.coats.reduce((s, c) => s + c.personHours, 0),
    1
  )} person hours on all coats.
</p>

<style>
  .coat {
    display: grid;
    grid-template-columns: 28px 28px minmax(0, 1fr) auto;
    gap: 8px;
    align-items: center;
    min-height: 52px;
    padding: 4px 12px 4px 6px;
    background: var(--sheet);
    border: 1px solid var(--rule);
  }
  .coat.open {
    border: 1.5px solid var(--ink);
  }
  .grip {
    display: grid;
    place-items: center;
    min-height: 40px;
    cursor: grab;
    touch-action: none;
  }
  .n {
    font-size: 22px;
    text-align: center;
  }
  .what {
    text-align: left;
    min-height: 44px;
    font-size: 15px;
  }
  .what .dim {
    display: block;
    font-size: 13px;
  }
  .num {
    font-weight: 600;
    white-space: nowrap;
  }
  .fields {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 12px;
    padding: 12px;
    border: 1.5px solid var(--ink);
    border-top: 0;
    background: var(--sheet);
  }
  .moves {
    grid-column: 1 / -1;
    display: flex;
    gap: 8px;
    flex-wrap: wrap;
  }
  @media (max-width: 560px) {
    .fields {
      grid-template-columns: 1fr;
    }
  }
</style>
