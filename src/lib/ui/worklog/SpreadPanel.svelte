<script lang="ts">
  import { cellKey, takenFrom, wholeCell, wholeSurfaceId, type Cell } from '$core/document';
  import { onWetSides } from '$core/job';
  import { wanting, type BoardCell, type Step } from '$core/site';
  import { counted } from '$core/units';
  import { cellName, takenWords } from '$words/part-words';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Sign from '../marks/Sign.svelte';
  import CellGrid from '../pieces/CellGrid.svelte';
  import { toggled } from '../pieces/picking';

  /** What this laying goes on: faces of pieces, so that the record knows which has had which coat. */
  interface Props {
    step: Extract<Step, { kind: 'spread' }>;
    board: readonly BoardCell[];
    onclose: (id?: string) => void;
  }
  const { step, board, onclose }: Props = $props();
  const desk = useJobDesk();
  const open = $derived(new Map(wanting(board, step.coat).map((c) => [cellKey(c), c])));
  /** A piece lies one way at a time: faces whose other side is still wet wait for it, in whichever part that side is. */
  const lies = $derived(onWetSides(desk.view.parts));
  /** Those that go first are proposed: backs and edges before what lies on them. */
  const proposed = $derived.by(() => {
    const rounds = desk.plan.coats.find((c) => c.number === step.coat)?.rounds ?? [];
    const cells = [...open.values()].filter((c) => !lies.has(cellKey(wholeCell(c))));
    const inRound = (faces: readonly string[]) =>
      cells.filter((c) => faces.includes(`${wholeSurfaceId(c.surface)}/${c.face}`));
    return rounds.map((r) => inRound(r.faces)).find((r) => r.length > 0) ?? cells;
  });
  let picked = $state<ReadonlySet<string> | null>(null);
  /** Of many faces a hand picks what it can close; few are all picked beforehand. */
  const FEW = 6;
  const chosen = $derived(picked ?? new Set(open.size <= FEW ? proposed.map(cellKey) : []));
  /** A coat below that a face has not had, or a wet side it would lie on. */
  const lacks = (c: Cell) => {
    const next = open.get(cellKey(c))?.next ?? step.coat;
    return next < step.coat ? `no coat ${next}` : lies.has(cellKey(wholeCell(c))) ? 'other side wet' : '';
  };
  const toggle = (some: readonly Cell[]) =>
    (picked = toggled(
      chosen,
      some.filter((c) => open.has(cellKey(c)))
    ));
  const on = $derived(
    takenFrom(desk.document, [...open.values()].filter((c) => chosen.has(cellKey(c))).map(wholeCell))
  );
  /** A hand lays a stretch of a floor, not the whole of it at once; pieces are laid whole. */
  let bayPicked = $state<boolean | null>(null);
  const picking = $derived([...open.values()].filter((c) => chosen.has(cellKey(c))));
  const turned = $derived(picking.map(wholeCell).filter((c) => lies.has(cellKey(c))));
  const mayStretch = $derived(picking.length > 0 && picking.every((c) => c.piece === undefined));
  const begun = $derived(picking.some((c) => c.coats.some((x) => x.number === step.coat && x.begun)));
  const stretch = $derived(mayStretch && (bayPicked ?? begun));
  /** How many work at it: what hands take is learned from it. */
  let people = $state<number | null>(null);
  const MOST_HANDS = 4;
  const atIt = $derived(people ?? Math.min(MOST_HANDS, desk.job.crew.people));
  async function spread() {
    if (on.length === 0) return;
    onclose(
      await desk.write('laying.spread', {
        coat: step.coat,
        laying: step.laying,
        ...(step.batch && { batch: step.batch }),
        ...(stretch && { bay: true }),
        people: atIt,
        on: structuredClone($state.snapshot(on))
      })
    );
  }
</script>

<section class="panel" aria-label="Oil on">
  <h2>Coat {step.coat}: what does it go on?</h2>
  <p>
    {counted(open.size, 'face wants', 'faces want')} this coat. Tap what gets it now, a head for all under it.
  </p>
  {#if open.size > FEW}<button class="btn line mt-2" onclick={() => (picked = new Set(proposed.map(cellKey)))}
      >{proposed.length < open.size ? 'All that go first' : 'All of them'}: {proposed.length}</button
    >{/if}
  <CellGrid surfaces={desk.job.surfaces} onpick={toggle} shown={(c) => open.has(cellKey(c))}>
    {#snippet cell(c)}
      <button
        class="cell"
        aria-pressed={chosen.has(cellKey(c))}
        aria-label="{cellName(desk.job, c)}{lacks(c) ? `, ${lacks(c)}` : ''}"
        onclick={() => toggle([c])}
      >
        {chosen.has(cellKey(c)) ? 'now' : 'later'}{#if lacks(c)}<br /><b>{lacks(c)}</b>{/if}
      </button>
    {/snippet}
  </CellGrid>
  <p class="mt-3 font-semibold" role="status">{on.length ? takenWords(desk.document, on) : 'Nothing picked'}</p>
  {#if turned.length}
    <p class="mt-2 flex gap-2 bg-check-fill px-3 py-2" role="status">
      <Sign kind="check" /><span
        ><b>{takenWords(desk.document, takenFrom(desk.document, turned))} would lie on its wet side.</b> Turn it over when
        that is touch dry, or set it on points and wipe the drips.</span
      >
    </p>
  {/if}
  {#if mayStretch}
    <div class="mt-2 flex flex-wrap gap-2" role="group" aria-label="How much of it">
      <button class="btn min-h-12" class:line={stretch} aria-pressed={!stretch} onclick={() => (bayPicked = false)}
        >{begun ? 'The rest of it' : 'All of it'}</button
      >
      <button class="btn min-h-12" class:line={!stretch} aria-pressed={stretch} onclick={() => (bayPicked = true)}
        >A bay of it</button
      >
    </div>
  {/if}
  <div class="mt-3 flex items-center gap-2" role="group" aria-label="How many work at it">
    <span class="grow font-semibold">Hands at it</span>
    {#each Array.from({ length: MOST_HANDS }, (_, i) => i + 1) as n (n)}
      <button class="btn min-h-12 w-12" class:line={n !== atIt} aria-pressed={n === atIt} onclick={() => (people = n)}
        >{n}</button
      >
    {/each}
  </div>
  <div class="mt-3 grid grid-cols-2 gap-3">
    <button class="btn min-h-14" disabled={on.length === 0} onclick={spread}>Oil is on</button>
    <button class="btn line min-h-14" onclick={() => onclose()}>Not now</button>
  </div>
</section>

<style>
  .panel {
    padding: 14px 16px 16px;
    background: var(--sheet);
    border: 1.5px solid var(--ink);
  }
  .cell {
    width: 72px;
    height: 64px;
    line-height: 18px;
    border: 1.5px solid var(--rule-2);
    background: var(--sheet);
    font-size: 14px;
  }
  .cell[aria-pressed='true'] {
    background: var(--oil-wet);
    border-color: var(--ink);
    color: #fff;
    font-weight: 660;
  }
</style>
