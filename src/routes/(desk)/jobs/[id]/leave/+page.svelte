<script lang="ts">
  import { goto } from '$app/navigation';
  import { loadAgain } from '$lib/ui/shell/load-again';
  import type { Span } from '$core/drying';
  import { coatCard, coatSpec, sequenceCards, topCard } from '$core/document';
  import { coatOfBatch, openLayings, ragsNotSafe, ragsUnaccounted } from '$core/log';
  import { DAY_MS, showPour, showVolume } from '$core/units';
  import { usableFrom } from '$core/calendar';
  import { useJobDesk } from '$lib/ui/job-desk/job-desk.svelte';
  import JobTitle from '$lib/ui/job/JobTitle.svelte';
  import PieceBoard from '$lib/ui/pieces/PieceBoard.svelte';
  import { faceBoard, namesFaces } from '$core/site';
  import Sign from '$lib/ui/marks/Sign.svelte';
  import Ribbon from '$lib/ui/ribbon/Ribbon.svelte';
  import { coatSegments } from '$lib/ui/ribbon/segments';
  import { FLAW_NAMES } from '$words/flaw-words';
  import { layingName, partName, takenWords } from '$words/part-words';
  import { TIN_NAMES } from '$words/tin-names';
  import { dayMonth, fullDate, spanWords } from '$words/time';
  import { upperFirst } from '$words/upper-first';

  const desk = useJobDesk();
  const zone = $derived(desk.job.site.timeZone);
  /** Which face of which piece has had which coat; a part of one face has no board. */
  const board = $derived(faceBoard(desk.job, desk.state, desk.live));
  const real = $derived(desk.live.allCoatsLaid);
  const leave = $derived(desk.live.leave ?? desk.plan.leave);
  const last = $derived(real ? desk.live.coats.at(-1) : desk.plan.chosen?.coats.at(-1));
  /** What people meet is the top coat. */
  const card = $derived(topCard(desk.job));
  const owed = $derived(desk.live.coats.find((c) => c.waitsFor));
  const lots = $derived([
    ...new Set(
      desk.state.batches.flatMap((b) => {
        const coat = coatOfBatch(b, desk.job.part) ?? 0;
        return b.components
          .filter((p) => p.lot)
          .map((p) => `${coatCard(desk.job, coat)?.name ?? `coat ${coat}`}, ${p.role}, lot ${p.lot}`);
      })
    )
  ]);
  /** Why the job may not be handed over yet: all its parts together. */
  const closed = $derived.by(() => {
    const rags = ragsUnaccounted(desk.state);
    if (rags > 0) return ragsNotSafe(rags);
    for (const p of desk.view.parts) {
      const of = desk.view.parts.length > 1 ? ` (${partName(desk.document, p.job.part)})` : '';
      const open = openLayings(p.state)[0];
      if (open) return `${layingName(desk.document, p.job, open)}, coat ${open.coat}${of}, is still open`;
      const waits = p.live.coats.find((c) => c.waitsFor);
      if (waits) return `coat ${waits.number}${of} waits for the ${waits.waitsFor}`;
      const flaw = p.state.flaws.find((f) => f.part === p.job.part && !f.mended);
      if (flaw) return `${FLAW_NAMES[flaw.flaw]} in coat ${flaw.coat}${of} is not mended`;
      if (!p.live.allCoatsLaid) return `not all coats are laid${of}`;
    }
    return null;
  });
  const rows = $derived(
    leave
      ? ([
          ['Light use', leave.lightUse, 'socks and clean shoes, nothing dragged'],
          ['Furniture', leave.furniture, 'lifted into place, felt under the feet'],
          ['Rugs', leave.rugs, 'nothing that shuts the air out before'],
          ['Water', leave.water, 'damp cloth at most until then'],
          ['Full cure', leave.fullCure, card ? `${card.name} is as hard as it gets` : '']
        ] as [string, Span | null, string][])
      : []
  );
  const usable = (ms: number) => usableFrom(ms, desk.job.site);
  const passed = (s: Span | null) => s !== null && s.p50 <= desk.minuteMs;
  let width = $state(760);
  const toMs = $derived(leave?.fullCure ? leave.fullCure.p90 + DAY_MS : (last?.laidToMs ?? 0) + 10 * DAY_MS);
  const fromMs = $derived((last?.laidFromMs ?? 0) - DAY_MS / 2);
  const x = $derived((ms: number) => ((ms - fromMs) / (toMs - fromMs)) * width);
  /** What the crew went on in spite of, and why. */
  const overruled = $derived(desk.state.tins.filter((t) => t.part === desk.job.part && t.why));
  /** What is left of batches, and where it is. */
  const kept = $derived(desk.state.batches.filter((b) => b.leftL && b.rest));
  const flaws = $derived(desk.state.flaws.filter((f) => f.part === desk.job.part));
  let handing = $state(false);

  async function handOver() {
    handing = true;
    await desk.write('handed.over', {});
    await desk.log.flush();
    await loadAgain();
    await goto(`/jobs/${desk.id}/keep`);
  }
</script>

<JobTitle facts={real ? 'From what really happened' : 'As planned; the real dates come with the last coat'}>
  {#snippet actions()}
    <button class="btn line" onclick={() => print()}>Print the handover</button>
    {#if real && desk.state.handedOverAtMs === undefined && desk.mayLog}<button
        class="btn"
        disabled={handing || closed !== null}
        aria-describedby="hand-over-why"
        onclick={handOver}>Hand over</button
      >{#if closed}<span id="hand-over-why" class="text-check">Not yet: {closed}.</span>{/if}{/if}
  {/snippet}
</JobTitle>

{#if owed}
  <section class="mt-6 max-w-xl text-[16px]">
    <h2>No dates until the {owed.waitsFor === 'remedy' ? 'remedy is done' : 'morning’s test'}</h2>
    <p class="mt-2 flex gap-3 bg-stop-tint px-4 py-2 text-stop">
      <Sign kind="stop" /><span
        >{owed.waitsFor === 'remedy'
          ? `Coat ${owed.number} will stay tacky${owed.standing.length ? `: oil stood on bay ${owed.standing.join(', ')}` : ''}. Solvent wipe, abrade, one thin coat; then a test in the morning.`
          : `Coat ${owed.number} was ${owed.wipedLate.length ? 'wiped late' : 'mended'}: it is felt in the morning before anything else is promised.`}</span
      >
    </p>
    <a class="btn mt-4" href="/jobs/{desk.id}/work">Open Work</a>
  </section>
{:else if !leave || !last}
  <section class="mt-6 max-w-xl text-[16px]">
    <h2>No dates yet</h2>
    <p class="mt-2">
      Book a start, or lay the last coat. When people, furniture, rugs and water may come back then stands here, with
      how sure it is.
    </p>
    <a class="btn mt-4" href="/jobs/{desk.id}/when">Find the hours</a>
  </section>
{:else}
  {#if desk.live.coats.some((c) => c.solventEntrapment)}
    <p class="mt-3 flex gap-3 bg-check-fill px-4 py-2">
      <Sign kind="check" /><span><b>A coat was laid early.</b> Cure takes longer; the dates count it in.</span>
    </p>
  {/if}
  <div class="grid gap-8 pt-3 lg:grid-cols-[minmax(0,1fr)_330px]">
    <section aria-label="Dates">
      <div bind:clientWidth={width}>
        <svg viewBox="0 0 {width} 60" class="w-full" role="img" aria-label="The last coat from laying to full cure">
          <Ribbon
            segments={coatSegments(last, 'cure', toMs)}
            {x}
            y={14}
            height={34}
            {width}
            planned={!real}
            label={(s) => s.state}
          />
          {#each rows as [name, s] (name)}{#if s && x(s.p50) < width - 4}<path
                d="M{x(s.p50)} 8V54"
                stroke="var(--ink)"
                stroke-width="2.5"
              />{/if}{/each}
          {#if x(desk.minuteMs) > 0 && x(desk.minuteMs) < width}<path
              d="M{x(desk.minuteMs)} 0V60"
              stroke="var(--now)"
              stroke-width="6"
            /><path d="M{x(desk.minuteMs)} 0V60" stroke="var(--on-now)" stroke-width="2" />{/if}
        </svg>
      </div>
      <ol class="dates">
        {#each rows as [name, s, how] (name)}
          <li class:passed={passed(s)}>
            <span class="fig day"
              >{s
                ? dayMonth(usable(s.p50).atMs, zone)
                : name === 'Rugs' || name === 'Full cure'
                  ? 'never'
                  : 'not given'}</span
            >
            <span class="fig time">{s ? usable(s.p50).part : ''}</span>
            <span
              ><b class="mr-2">{name}</b>{#if passed(s)}
                <span class="inline-flex items-center gap-1 text-go"><Sign kind="go" size={13} />open</span>{/if}<br
              /><span class="dim"
                >{s
                  ? `${how}. ${spanWords(s, desk.minuteMs, zone)}`
                  : `${card?.name ?? 'The product'} ${name === 'Full cure' || name === 'Rugs' ? 'does not harden' : 'does not say'}`}</span
              ></span
            >
          </li>
        {/each}
        <li>
          <span class="fig day">{leave.food === 'no claim' ? 'no' : dayMonth(usable(leave.food.p50).atMs, zone)}</span
          ><span class="fig time">{leave.food === 'no claim' ? '' : usable(leave.food.p50).part}</span>
          <span
            ><b>Food contact</b><br /><span class="dim"
              >{leave.food === 'no claim'
                ? 'the card makes no claim'
                : `${card?.foodContact}, as the card claims`}</span
            ></span
          >
        </li>
      </ol>
      {#if last.pastForecast || (leave.fullCure && desk.climate && leave.fullCure.p50 > desk.climate.startMs + desk.climate.hours.length * 3_600_000)}
        <p class="dim mt-2 text-[13px]">Dates past the forecast count with the mean of its last five days.</p>
      {/if}
      {#if desk.state.coats.length && namesFaces(board)}<div class="mt-6"><PieceBoard {board} /></div>{/if}
    </section>
    <section aria-label="What was used">
      <h2 class="border-b-[1.5px] border-ink pb-1">What was used</h2>
      <table class="ruled">
        <tbody>
          {#each desk.state.coats as c (c.coat)}
            <tr
              ><td
                >Coat {c.coat}, {fullDate(c.openedAtMs, zone)}<br /><b
                  >{coatCard(desk.job, c.coat)?.name}, {coatSpec(desk.job.finish!, c.coat).colour}</b
                ></td
              ><td class="num"
                >{c.usedL === undefined ? 'going on' : showVolume(c.usedL, desk.units)}{c.guessed || c.doesNotAddUp
                  ? ', guessed'
                  : ''}</td
              ></tr
            >
          {:else}<tr><td class="dim" colspan="2">Nothing laid yet</td></tr>{/each}
          {#each lots as lot (lot)}
            <tr><td colspan="2">{lot}</td></tr>
          {/each}
          {#each kept as b (b.batch)}
            <tr><td>Left of batch {b.batch}: {b.rest}</td><td class="num">{showPour(b.leftL ?? 0, desk.units)}</td></tr>
          {/each}
          <tr><td>Rags</td><td class="num">{desk.state.ragsOut} out, {desk.state.ragsSafe} made safe</td></tr>
        </tbody>
      </table>
      {#if flaws.length}
        <h2 class="mt-5 border-b-[1.5px] border-ink pb-1">Found and mended</h2>
        <ul class="grid gap-2 py-2">
          {#each flaws as f (f.id)}
            <li>
              <b>{upperFirst(FLAW_NAMES[f.flaw])} in coat {f.coat}, {takenWords(desk.document, f.on)}.</b>
              {f.mended ? 'Mended' : 'Not mended yet'}{f.more ? ', one coat more' : ''}{f.note ? `. ${f.note}` : ''}<br
              /><span class="dim">{(f.mended ?? f).by}, {fullDate((f.mended ?? f).atMs, zone)}</span>
            </li>
          {/each}
        </ul>
      {/if}
      {#if overruled.length}
        <h2 class="mt-5 border-b-[1.5px] border-ink pb-1">Gone on in spite of</h2>
        <ul class="grid gap-2 py-2">
          {#each overruled as o (o.atMs + o.reason + o.of)}
            <li>
              <b>Coat {o.coat}: {TIN_NAMES[o.reason]}.</b>
              {o.why}<br /><span class="dim">{o.by}, {fullDate(o.atMs, zone)}</span>
            </li>
          {/each}
        </ul>
      {/if}
      <h2 class="mt-5 border-b-[1.5px] border-ink pb-1">How to look after it</h2>
      <ul class="grid gap-2 py-2">
        <li>
          Dust with a dry mop. From {leave.water ? dayMonth(leave.water.p50, zone) : 'the start'} on a damp one, with the
          soap we left.
        </li>
        <li>Wipe up water and wine at once. No steam, no bleach, no scouring.</li>
        <li>Sooner than planned, if a drop of water goes flat within 5 min: call us.</li>
        {#if sequenceCards(desk.job).some((c) => c.oxidising)}<li>
            <b>Rags with this oil set themselves on fire.</b> Wet them, then out.
          </li>{/if}
      </ul>
      <p class="dim text-[13px]">{desk.plan.cautionsClosing}</p>
    </section>
  </div>
{/if}

<style>
  .dates li {
    display: grid;
    grid-template-columns: 150px 90px minmax(0, 1fr);
    gap: 10px;
    align-items: center;
    padding: 10px 0;
    border-bottom: 1px solid var(--rule);
  }
  .day {
    font-size: 27px;
    white-space: nowrap;
  }
  .time {
    font-size: 20px;
    color: var(--ink-2);
  }
  .passed .day,
  .passed .time {
    color: var(--ink-3);
  }
  @media (max-width: 760px) {
    .dates li {
      grid-template-columns: auto minmax(0, 1fr);
      gap: 2px 10px;
    }
    .dates li > :last-child {
      grid-column: 1 / -1;
    }
    .day {
      font-size: 21px;
    }
  }
</style>
