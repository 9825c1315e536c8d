<script lang="ts">
  import { FLAWS, type FlawKind } from '$core/course';
  import { cellKey, coatCard, takenFrom, wholeCell, type Cell } from '$core/document';
  import { classTraits } from '$core/product';
  import { namesFaces, type BoardCell } from '$core/site';
  import { FLAW_NAMES, FLAW_SIGNS } from '$words/flaw-words';
  import { cellName, takenWords } from '$words/part-words';
  import { upperFirst } from '$words/upper-first';
  import TextField from '../fields/TextField.svelte';
  import Tick from '../fields/Tick.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import CellGrid from '../pieces/CellGrid.svelte';
  import { toggled } from '../pieces/picking';

  /** A flaw found in a coat: which, where, how much is cut back, and whether the face gets one coat more. */
  interface Props {
    /** The coat that was laid last. */
    coat: number;
    board: readonly BoardCell[];
    onclose: (id?: string) => void;
  }
  const { coat, board, onclose }: Props = $props();
  const desk = useJobDesk();
  // A flaw is found in the last coat, or in one that shows through it.
  // svelte-ignore state_referenced_locally
  let number = $state(coat);
  let flaw = $state<FlawKind | null>(null);
  /** Faces that have had the coat. */
  const laid = $derived(
    new Map(
      board.filter((c) => c.coats.some((x) => x.number === number && x.state !== 'to come')).map((c) => [cellKey(c), c])
    )
  );
  let picked = $state<ReadonlySet<string>>(new Set());
  const asks = $derived(namesFaces(board));
  const chosen = $derived([...laid.values()].filter((c) => !asks || picked.has(cellKey(c))));
  const on = $derived(takenFrom(desk.document, chosen.map(wholeCell)));
  const card = $derived(coatCard(desk.job, number));
  const film = $derived(card ? !classTraits(card.class).mustBeWiped : false);
  let extentSaid = $state<'spot' | 'whole face' | null>(null);
  /** Spots for oils that go in, whole faces for films (handbook 3). */
  const extent = $derived(extentSaid ?? (film ? 'whole face' : 'spot'));
  let moreSaid = $state<boolean | null>(null);
  const more = $derived(moreSaid ?? extent === 'whole face');
  let note = $state('');
  let files = $state<FileList | null>(null);
  let wrong = $state('');
  const closed = $derived(!flaw ? 'Say what it is' : on.length === 0 ? 'Say where it is' : null);
  const toggle = (some: readonly Cell[]) => (picked = toggled(picked, some));

  async function find() {
    if (!flaw || on.length === 0) return;
    const id = await desk.write('flaw.found', {
      coat: number,
      flaw,
      on: structuredClone($state.snapshot(on)),
      extent,
      more,
      ...(note.trim() && { note: note.trim() })
    });
    const [first] = on;
    for (const file of files ?? []) {
      const pin = {
        surface: first!.surface,
        stage: 'during' as const,
        flaw: id,
        ...(first!.face && { face: first!.face })
      };
      const problem = await desk.photos.add(file, { ...pin, caption: upperFirst(FLAW_NAMES[flaw]) });
      if (problem) wrong = problem;
    }
    if (!wrong) onclose(id);
  }
</script>

<section class="panel" aria-label="A flaw found">
  <h2>What was found?</h2>
  <div class="kinds" role="group" aria-label="Flaw">
    {#each FLAWS as f (f)}
      <button aria-pressed={flaw === f} onclick={() => (flaw = f)}
        ><b>{upperFirst(FLAW_NAMES[f])}</b><span>{FLAW_SIGNS[f]}</span></button
      >
    {/each}
  </div>
  {#if coat > 1}
    <div class="mt-3 flex flex-wrap gap-2" role="group" aria-label="In which coat">
      {#each Array.from({ length: coat }, (_, i) => i + 1) as n (n)}
        <button class="btn min-h-12" class:line={number !== n} aria-pressed={number === n} onclick={() => (number = n)}
          >Coat {n}</button
        >
      {/each}
    </div>
  {/if}
  {#if asks}
    <CellGrid surfaces={desk.job.surfaces} onpick={toggle} shown={(c) => laid.has(cellKey(c))}>
      {#snippet cell(c)}
        <button
          class="cell"
          aria-pressed={picked.has(cellKey(c))}
          aria-label={cellName(desk.job, c)}
          onclick={() => toggle([c])}>{picked.has(cellKey(c)) ? 'here' : ''}</button
        >
      {/snippet}
    </CellGrid>
    <p class="mt-2 font-semibold" role="status">{on.length ? takenWords(desk.document, on) : 'Tap where it is'}</p>
  {/if}
  <div class="mt-3 grid grid-cols-2 gap-2" role="group" aria-label="How much is mended">
    <button
      class="btn min-h-12"
      class:line={extent !== 'spot'}
      aria-pressed={extent === 'spot'}
      onclick={() => (extentSaid = 'spot')}>The spot</button
    >
    <button
      class="btn min-h-12"
      class:line={extent !== 'whole face'}
      aria-pressed={extent === 'whole face'}
      onclick={() => (extentSaid = 'whole face')}>The whole face</button
    >
  </div>
  <p class="dim mt-1 text-[14px]">
    {film ? 'A spot mended in a film shows: whole faces, edge to edge.' : 'An oil that goes in is mended in the spot.'}
  </p>
  <Tick label="One coat more on what it is on" checked={more} onchange={(v) => (moreSaid = v)} />
  <TextField label="Note" bind:value={note} maxlength={500} />
  <label class="btn line mt-3 min-h-12 w-full" for="flaw-photo"
    >{files?.length ? `Photo taken: ${files[0]!.name}` : 'Take a photo of it'}</label
  >
  <input id="flaw-photo" class="unseen" type="file" accept="image/*" capture="environment" bind:files />
  {#if wrong}<p class="mt-1 font-semibold text-stop" role="alert">
      The flaw is written down, its photo is not: {wrong}
      <button class="link" onclick={() => onclose()}>Go on</button>
    </p>{/if}
  {#if closed}<p class="mt-2 font-semibold text-check" id="flaw-why">{closed}.</p>{/if}
  <div class="mt-3 grid grid-cols-2 gap-3">
    <button class="btn min-h-14" disabled={closed !== null} aria-describedby="flaw-why" onclick={find}
      >Write it down</button
    >
    <button class="btn line min-h-14" onclick={() => onclose()}>Not now</button>
  </div>
</section>

<style>
  .panel {
    padding: 14px 16px 16px;
    background: var(--sheet);
    border: 1.5px solid var(--ink);
  }
  .kinds {
    display: grid;
    grid-template-columns: repeat(2, minmax(0, 1fr));
    gap: 6px;
    margin-top: 8px;
  }
  .kinds button {
    min-height: 60px;
    padding: 6px 10px;
    text-align: left;
    border: 1.5px solid var(--rule-2);
  }
  .kinds b {
    display: block;
    font-size: 17px;
  }
  .kinds span {
    font-size: 13px;
    line-height: 17px;
    color: var(--ink-2);
    display: block;
  }
  .kinds button[aria-pressed='true'] {
    background: var(--ink);
    border-color: var(--ink);
    color: var(--on-ink);
  }
  .kinds button[aria-pressed='true'] span {
    color: var(--on-ink);
  }
  .cell {
    width: 72px;
    height: 56px;
    border: 1.5px solid var(--rule-2);
    background: var(--sheet);
    font-size: 14px;
  }
  .cell[aria-pressed='true'] {
    background: var(--ink);
    border-color: var(--ink);
    color: var(--on-ink);
    font-weight: 660;
  }
</style>
