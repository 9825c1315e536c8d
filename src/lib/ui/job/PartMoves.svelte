<script lang="ts">
  import { coatCount, partJob, placesInUse, type Part } from '$core/document';
  import Choice from '../fields/Choice.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';

  /** Where a part is carried between its coats: from then on the air of that place counts. */
  const {
    part,
    letter,
    places
  }: { part: Part; letter: string; places: { value: string; label: string; note: string }[] } = $props();
  const desk = useJobDesk();
  const moves = $derived(part.moves ?? []);
  const coats = $derived(Math.max(2, coatCount(partJob(desk.document, part.id))));
  /** The coats a move may come before: after the move before it, and before the next. */
  const befores = (i: number) => {
    const [from, to] = [
      (moves[i - 1]?.before ?? 1) + 1,
      (moves[i + 1]?.before ?? Math.max(coats, moves[i]?.before ?? 2) + 1) - 1
    ];
    return Array.from({ length: Math.max(1, to - from + 1) }, (_, k) => from + k);
  };
  /** Moves that were made stay on record; what is still to come is planned anew. */
  const made = $derived.by(() => {
    const job = desk.view.parts.find((p) => p.job.part === part.id)?.job;
    return job?.was ? moves.length - (job.moves?.length ?? 0) : 0;
  });
  const placeBefore = (i: number) => moves[i - 1]?.placeId ?? part.placeId;
  const next = $derived((moves.at(-1)?.before ?? 1) + 1);
  const elsewhere = $derived(desk.document.places.filter((p) => p.id !== placeBefore(moves.length)));
  const change = (next: Part['moves']) =>
    desk.edit((d) => {
      const p = d.parts.find((x) => x.id === part.id)!;
      if (next?.length) p.moves = $state.snapshot(next);
      else delete p.moves;
      d.places = placesInUse(d);
    });
</script>

{#each moves as m, i (i)}
  <div class="move">
    <Choice
      label="Then carried to"
      value={m.placeId}
      options={places.filter((p) => p.value !== placeBefore(i))}
      disabled={i < made}
      onchange={(placeId) => change(moves.map((x, k) => (k === i ? { ...x, placeId } : x)))}
    />
    <Choice
      label="Before"
      value={String(m.before)}
      options={befores(i).map((n) => ({ value: String(n), label: `coat ${n}` }))}
      disabled={i < made}
      onchange={(before) => change(moves.map((x, k) => (k === i ? { ...x, before: Number(before) } : x)))}
    />
    <button class="btn line" disabled={i < made} onclick={() => change(moves.filter((_, k) => k !== i))}
      >Not carried<span class="unseen"> before coat {m.before}, part {letter}</span></button
    >
  </div>
{/each}
{#if elsewhere.length && next <= coats}
  <button class="btn line" onclick={() => change([...moves, { before: next, placeId: elsewhere[0]!.id }])}
    >Carried elsewhere between coats<span class="unseen"> of part {letter}</span></button
  >
{/if}

<style>
  .move {
    display: grid;
    gap: 6px;
    padding-left: 10px;
    border-left: 2px solid var(--rule-2);
  }
</style>
