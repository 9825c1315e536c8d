<script lang="ts">
  import { partNames, stayOfCoat } from '$core/document';
  import { elsewhereFindings, sameDayStart, sidesFindings, type SidesFinding } from '$core/job';
  import { startWords } from '$words/time';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Sign from '../marks/Sign.svelte';

  /** What is wrong between the two sides of pieces that lie one way at a time, and the start that cures it. */
  const desk = useJobDesk();
  const names = $derived(partNames(desk.document));
  const findings = $derived(sidesFindings(desk.view.parts, desk.minuteMs));
  const elsewhere = $derived(elsewhereFindings(desk.view.parts, desk.minuteMs));
  const placeName = (id: string) => desk.document.places.find((p) => p.id === id)?.name ?? 'another place';
  /** A coat is planned where its pieces then are: carried along before it, or worked there from the start. */
  const carryAlong = (part: string, before: number, placeId: string) =>
    desk.edit((d) => {
      const p = d.parts.find((x) => x.id === part)!;
      if (before < 2) p.placeId = placeId;
      else p.moves = [...(p.moves ?? []).filter((m) => m.before < before), { before, placeId }];
    });
  const when = (part: string, ms: number) => startWords(ms, desk.minuteMs, viewOf(part).job.site.timeZone);
  const viewOf = (part: string) => desk.view.parts.find((p) => p.job.part === part)!;
  /** When the later side could be begun: on the other's day, or as soon as that one can be lain on. */
  function cureOf(f: SidesFinding): number | null {
    const mine = viewOf(f.part);
    if (mine.live.coats.length > 0 || f.coat !== 1) return null;
    return sameDayStart(mine, f.untilMs, f.kind === 'apart' ? f.untilMs : f.atMs);
  }
  const begin = (part: string, ms: number) =>
    desk.edit((d) => (d.parts.find((p) => p.id === part)!.startAt = new Date(ms).toISOString()));
</script>

{#each findings as f (f.kind + f.part + f.other)}
  {@const cure = cureOf(f)}
  <div class="mt-2 flex flex-wrap items-center gap-3" role="note">
    <Sign kind={f.kind === 'apart' ? 'check' : 'stop'} size={18} />
    <p class="max-w-[76ch]">
      {#if f.kind === 'apart'}
        <b>{names.get(f.part)} is begun on another day than {names.get(f.other)}</b>, {when(f.part, f.atMs)}. Both sides
        of a loose panel on the same day, or it cups.
      {:else}
        <b>{names.get(f.part)}, coat {f.coat}, is begun {when(f.part, f.atMs)}</b>, on pieces that would lie on {names.get(
          f.other
        )}, wet until {when(f.part, f.untilMs)}.
      {/if}
      {#if cure === null}{f.kind === 'apart'
          ? 'No hour of that day is open once it can be turned over.'
          : 'Begin it later.'}{/if}
    </p>
    {#if cure !== null && desk.mayEdit}<button class="btn line" onclick={() => begin(f.part, cure)}
        >Begin {names.get(f.part)} {when(f.part, cure)}</button
      >{/if}
  </div>
{/each}
{#each elsewhere as f (f.part + f.other)}
  <div class="mt-2 flex flex-wrap items-center gap-3" role="note">
    <Sign kind="stop" size={18} />
    <p class="max-w-[76ch]">
      <b
        >{names.get(f.part)}, coat {f.coat}, is planned in {placeName(
          stayOfCoat(viewOf(f.part).job, f.coat).placeId
        )}</b
      >
      {when(f.part, f.atMs)}, and its pieces are in {placeName(f.placeId)} by then, carried there with {names.get(
        f.other
      )}.
    </p>
    {#if desk.mayEdit}<button class="btn line" onclick={() => carryAlong(f.part, f.coat, f.placeId)}
        >Plan it in {placeName(f.placeId)}</button
      >{/if}
  </div>
{/each}
