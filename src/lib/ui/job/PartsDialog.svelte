<script lang="ts">
  import { Dialog } from 'bits-ui';
  import {
    assignCells,
    AWAITED,
    cellKey,
    cellsOf,
    finishCard,
    FIRST_PART,
    freeId,
    joinPart,
    ownersOf,
    partNames,
    placesInUse,
    splitPart,
    type Cell,
    type JobDocument,
    type Part
  } from '$core/document';
  import { page } from '$app/state';
  import { awaitedWords } from '$core/job';
  import { fromHouse, newPlace, type HousePlace } from '$core/place';
  import { counted } from '$core/units';
  import { cellName } from '$words/part-words';
  import PartMoves from './PartMoves.svelte';
  import Choice from '../fields/Choice.svelte';
  import TextField from '../fields/TextField.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import CellGrid from '../pieces/CellGrid.svelte';
  import { toggled } from '../pieces/picking';

  /** What goes together: which face of which piece is in which part, and where each part is worked. */
  let { open = $bindable() }: { open: boolean } = $props();
  const desk = useJobDesk();
  /** Places of the house that this job does not use yet. */
  const house = $derived(
    ((page.data.housePlaces ?? []) as HousePlace[]).filter((h) => !desk.document.places.some((p) => p.house === h.id))
  );
  /** What a place of the house is called among the choices. */
  const ofHouse = ({ name }: HousePlace) => `${name}, of the house`;
  const ANOTHER = { indoor: 'another room', outdoor: 'another spot outside' } as const;

  let picked = $state<ReadonlySet<string>>(new Set());
  const cells = $derived(cellsOf(desk.document));
  const chosen = $derived(cells.filter((c) => picked.has(cellKey(c))));
  const owner = $derived(ownersOf(desk.document));
  const names = $derived(partNames(desk.document));
  const parts = $derived(desk.view.parts.map((p) => desk.document.parts.find((x) => x.id === p.job.part)!));
  const letter = (partId: string) =>
    String.fromCharCode(
      65 +
        Math.max(
          0,
          parts.findIndex((p) => p.id === partId)
        )
    );
  /** Oil is on it: the record says what had which coat, so its faces stay where they are. */
  const begun = $derived(new Set(desk.view.state.coats.map((c) => c.part)));

  const toggle = (some: readonly Cell[]) =>
    (picked = toggled(
      picked,
      some.filter((c) => !begun.has(owner(c)))
    ));
  function change(next: (d: JobDocument) => JobDocument, field?: string) {
    desk.edit((d) => Object.assign(d, next(d)), field);
    picked = new Set();
  }
  /** Whether a part waits for another, in the end: then that one can't wait for it. */
  const waitsFor = (partId: string, other: string): boolean => {
    const next = desk.document.parts.find((x) => x.id === partId)?.after?.part;
    return next !== undefined && (next === other || waitsFor(next, other));
  };
  const waits = (p: Part, after: Part['after'] | '') =>
    change((d) => ({
      ...d,
      parts: d.parts.map(({ after: was, ...x }) =>
        x.id === p.id ? { ...x, ...(after && { after }) } : { ...x, ...(was && { after: was }) }
      )
    }));
  function split() {
    const id = freeId(desk.document.parts, 'part');
    change((d) => splitPart(d, structuredClone($state.snapshot(chosen)), id));
    desk.partId = id;
  }
  const rename = (part: Part, name: string) =>
    desk.edit((d) => {
      const p = d.parts.find((x) => x.id === part.id)!;
      if (name.trim()) p.name = name;
      else delete p.name;
    }, `part ${part.id}`);
  function move(part: Part, placeId: string) {
    desk.edit((d) => {
      const p = d.parts.find((x) => x.id === part.id)!;
      const ours = house.find((h) => placeId === ofHouse(h));
      const setting = placeId === ANOTHER.indoor ? 'indoor' : placeId === ANOTHER.outdoor ? 'outdoor' : null;
      if (ours) {
        const made = fromHouse($state.snapshot(ours) as HousePlace, freeId(d.places, 'place'));
        d.places.push(made);
        p.placeId = made.id;
      } else if (setting) {
        const { workingHours } = d.places.find((x) => x.id === p.placeId)!;
        const made = newPlace(freeId(d.places, 'place'), setting, structuredClone(workingHours));
        d.places.push({ ...made, name: nameFor(d, made.name) });
        p.placeId = made.id;
      } else p.placeId = placeId;
      d.places = placesInUse(d);
    });
  }
  const nameFor = (d: JobDocument, name: string) => {
    const like = d.places.filter((p) => p.name.startsWith(name)).length;
    return like ? `${name} ${like + 1}` : name;
  };
  const namePlace = (id: string, name: string) =>
    desk.edit((d) => (d.places.find((p) => p.id === id)!.name = name), `place ${id}`);
</script>

<Dialog.Root bind:open>
  <Dialog.Portal>
    <Dialog.Overlay class="veil" />
    <Dialog.Content class="dialog parts-dialog">
      <Dialog.Title class="font-fig text-[20px] font-bold">Parts</Dialog.Title>
      <p class="dim">
        A part has its own product, coats, place and days. Pick the faces that go together; every face is in one part.
      </p>
      <div class="cols">
        <section aria-label="Faces">
          <CellGrid surfaces={desk.document.surfaces} onpick={toggle}>
            {#snippet cell(c)}
              {@const part = owner(c)}
              <button
                class="cell"
                class:mine={part === desk.job.part}
                aria-pressed={picked.has(cellKey(c))}
                disabled={begun.has(part)}
                title={begun.has(part) ? 'Oil is on it: it stays in its part' : undefined}
                aria-label="{cellName(desk.document, c)}: part {letter(part)}"
                onclick={() => toggle([c])}>{letter(part)}</button
              >
            {/snippet}
          </CellGrid>
          {#if begun.size}<p class="dim mt-2 text-[13.5px]">Grey: oil is on it, so it stays in its part.</p>{/if}
        </section>
        <section aria-label="Parts" class="grid content-start gap-3">
          {#each parts as p, i (p.id)}
            {@const job = desk.view.parts[i]!.job}
            {@const card = finishCard(job)}
            <div class="part">
              <p class="flex items-baseline gap-2">
                <b class="tag">{letter(p.id)}</b><b>{names.get(p.id)}</b>
              </p>
              <p class="dim text-[13.5px]">{card ? `${card.name}, ${job.finish!.colour}` : 'No product yet'}</p>
              {#if parts.length > 1}
                <TextField
                  label="Name of part {letter(p.id)}"
                  value={p.name ?? ''}
                  maxlength={60}
                  hint="Left empty, it goes by its surfaces."
                  oninput={(e) => rename(p, e.currentTarget.value)}
                />
              {/if}
              <Choice
                label="Place of part {letter(p.id)}"
                value={p.placeId}
                options={[
                  ...desk.document.places.map((x) => ({
                    value: x.id,
                    label: x.name,
                    note: x.setting === 'indoor' ? 'indoors' : 'outdoors'
                  })),
                  ...house.map((h) => ({
                    value: ofHouse(h),
                    label: h.name,
                    note: `of the house, ${h.setting === 'indoor' ? 'indoors' : 'outdoors'}`
                  })),
                  { value: ANOTHER.indoor, label: 'Another room', note: 'with its own air and hours' },
                  { value: ANOTHER.outdoor, label: 'Another spot outside', note: 'with its own sun and shelter' }
                ]}
                disabled={begun.has(p.id)}
                onchange={(v) => move(p, v)}
              />
              <PartMoves
                part={p}
                letter={letter(p.id)}
                places={desk.document.places.map((x) => ({
                  value: x.id,
                  label: x.name,
                  note: x.setting === 'indoor' ? 'indoors' : 'outdoors'
                }))}
              />
              {#if parts.length > 1}
                <Choice
                  label="Part {letter(p.id)} begins"
                  value={p.after?.part ?? ''}
                  options={[
                    { value: '', label: 'When it likes' },
                    ...parts
                      .filter((x) => x.id !== p.id && !waitsFor(x.id, p.id))
                      .map((x) => ({ value: x.id, label: `After ${names.get(x.id)}` }))
                  ]}
                  disabled={begun.has(p.id)}
                  onchange={(part) => waits(p, part && { part, until: p.after?.until ?? 'touch dry' })}
                />
                {#if p.after}
                  <Choice
                    label="Once that is"
                    value={p.after.until}
                    options={AWAITED.map((value) => ({ value, label: awaitedWords(value) }))}
                    disabled={begun.has(p.id)}
                    onchange={(until) => waits(p, { ...p.after!, until })}
                  />
                {/if}
              {/if}
              {#if p.id !== FIRST_PART && parts.length > 1}
                <button
                  class="btn line"
                  disabled={begun.has(p.id) || begun.has(FIRST_PART)}
                  onclick={() => change((d) => joinPart(d, p.id))}>Join part {letter(p.id)} to the rest</button
                >
              {/if}
            </div>
          {/each}
          {#if desk.document.places.length > 1}
            <h2 class="mt-2">Places</h2>
            {#each desk.document.places as x (x.id)}
              <TextField
                label={x.setting === 'indoor' ? 'Room' : 'Spot outside'}
                value={x.name}
                maxlength={60}
                errors={x.name.trim() ? null : ['Give it a name.']}
                oninput={(e) => namePlace(x.id, e.currentTarget.value)}
              />
            {/each}
          {/if}
        </section>
      </div>
      <div class="foot">
        <span role="status"
          >{chosen.length ? `${counted(chosen.length, 'face', 'faces')} picked` : 'Nothing picked'}</span
        >
        <button class="btn" disabled={chosen.length === 0} onclick={split}>Make them a part</button>
        {#if parts.length > 1}
          {#each parts as p (p.id)}
            <button
              class="btn line"
              disabled={chosen.length === 0 || begun.has(p.id)}
              onclick={() => change((d) => assignCells(d, $state.snapshot(chosen), p.id))}
              >To part {letter(p.id)}</button
            >
          {/each}
        {/if}
        {#if desk.canUndo}<button class="btn line" onclick={() => desk.undo()}>Undo</button>{/if}
        <Dialog.Close class="btn line ml-auto">Done</Dialog.Close>
      </div>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>

<style>
  :global(.dialog.parts-dialog) {
    width: min(1060px, 96vw);
  }
  .cols {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 290px;
    gap: 24px;
    margin-top: 10px;
  }
  section {
    min-width: 0;
    overflow-x: auto;
  }
  .cell {
    width: 62px;
    height: 48px;
    border: 1.5px solid var(--rule-2);
    background: var(--sheet);
    font: 660 17px var(--fig);
    margin: 0 2px 2px 0;
  }
  .cell.mine {
    border-color: var(--ink);
  }
  .cell[aria-pressed='true'] {
    background: var(--ink);
    color: var(--on-ink);
  }
  .cell:disabled {
    background: var(--sunk);
    color: var(--ink-3);
  }
  .part {
    display: grid;
    gap: 6px;
    padding: 10px 12px 12px;
    background: var(--paper);
    border: 1px solid var(--rule);
  }
  .tag {
    font-family: var(--fig);
    font-size: 18px;
  }
  .foot {
    position: sticky;
    bottom: -20px;
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
    margin: 14px -20px -20px;
    padding: 10px 20px;
    background: var(--sheet);
    border-top: 1.5px solid var(--ink);
  }
  @media (max-width: 760px) {
    .cols {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
