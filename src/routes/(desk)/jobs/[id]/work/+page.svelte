<script lang="ts">
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { takenFrom, wholeCell, wholeSurfaceId } from '$core/document';
  import { beforeTin, partsOfPieces, wetToCarry } from '$core/job';
  import { faceBoard, namesFaces, nextSteps, running, wanting, type Step } from '$core/site';
  import { counted, showTemperature } from '$core/units';
  import { siteHourAt } from '$core/climate';
  import { clock } from '$lib/ui/clock/clock.svelte';
  import { useJobDesk } from '$lib/ui/job-desk/job-desk.svelte';
  import RefusedEntry from '$lib/ui/outbox/RefusedEntry.svelte';
  import Sign from '$lib/ui/marks/Sign.svelte';
  import { layingName, partName, takenWords } from '$words/part-words';
  import { OFF_WORDS, stageDoneWords } from '$words/method-words';
  import { stepWords } from '$words/step-words';
  import { upperFirst } from '$words/upper-first';
  import { clockTime } from '$words/time';
  import BeforeTin from '$lib/ui/worklog/BeforeTin.svelte';
  import CloseCoatPanel from '$lib/ui/worklog/CloseCoatPanel.svelte';
  import LookPanel from '$lib/ui/worklog/LookPanel.svelte';
  import MixPanel from '$lib/ui/worklog/MixPanel.svelte';
  import NotePanel from '$lib/ui/worklog/NotePanel.svelte';
  import NowBlock from '$lib/ui/worklog/NowBlock.svelte';
  import PhotoButton from '$lib/ui/worklog/PhotoButton.svelte';
  import PhoneStrip from '$lib/ui/worklog/PhoneStrip.svelte';
  import ReadingPanel from '$lib/ui/worklog/ReadingPanel.svelte';
  import RagBar from '$lib/ui/worklog/RagBar.svelte';
  import PieceBoard from '$lib/ui/pieces/PieceBoard.svelte';
  import SpreadPanel from '$lib/ui/worklog/SpreadPanel.svelte';
  import TookOffPanel from '$lib/ui/worklog/TookOffPanel.svelte';
  import TackPanel from '$lib/ui/worklog/TackPanel.svelte';
  import EndBatchPanel from '$lib/ui/worklog/EndBatchPanel.svelte';
  import RunningLine from '$lib/ui/worklog/RunningLine.svelte';
  import GunPanel from '$lib/ui/worklog/GunPanel.svelte';
  import FlawPanel from '$lib/ui/worklog/FlawPanel.svelte';
  import JustDoneLine from '$lib/ui/worklog/JustDoneLine.svelte';
  import { JustDone } from '$lib/ui/worklog/just-done.svelte';
  import WorkRecord from '$lib/ui/worklog/WorkRecord.svelte';

  const desk = useJobDesk();
  const zone = $derived(desk.job.site.timeZone);
  const elsewhere = $derived(desk.view.parts.filter((p) => p.job.part !== desk.job.part));
  /** Nothing is carried while any side of it is wet, whichever part that is of. */
  const wet = $derived(wetToCarry(desk.view.parts, desk.job.part));
  /** What must be so before the next tin is opened. */
  const gate = $derived(beforeTin(desk.view, desk.job.part));
  const steps = $derived(
    nextSteps(desk.job, desk.state, desk.live, clock.now, desk.knowledge.house, elsewhere, gate).map((s) =>
      s.kind === 'carry' && wet && !s.closed
        ? { ...s, closed: `${partName(desk.document, wet.part)} is not touch dry` }
        : s
    )
  );
  /** What burns comes first; a step that is closed is never the first. */
  const first = $derived(steps.find((s) => (!s.closed && !s.later) || s.kind === 'wait') ?? steps[0]);
  const rest = $derived(steps.filter((s) => s !== first && s.kind !== 'rags'));
  /** Which face of which piece has had which coat; a part of one face has no board. */
  const board = $derived(faceBoard(desk.job, desk.state, desk.live));
  const pieces = $derived(namesFaces(board));
  /** How the coat that is open runs, after its last batch. */
  const runs = $derived.by(() => {
    const coat = desk.state.coats.find((c) => c.closedAtMs === undefined)?.coat;
    const product = desk.plan.load?.products.find((p) => p.coats.includes(coat ?? 0));
    return coat === undefined ? null : running(desk.plan.coats, coat, product, desk.state, desk.job.part);
  });
  const what = (s: Step) =>
    s.kind === 'wipe' || s.kind === 'stage'
      ? layingName(desk.document, desk.job, s)
      : s.kind === 'mend'
        ? takenWords(desk.document, s.on)
        : undefined;
  type Panel =
    | { kind: 'mix' | 'close' | 'tack' | 'look' | 'gate' | 'flaw' | 'gun'; coat: number }
    | { kind: 'spread'; step: Extract<Step, { kind: 'spread' }> }
    | { kind: 'took off'; step: Extract<Step, { kind: 'wipe' }> }
    | { kind: 'end batch'; batch: string; coat: number }
    | { kind: 'note' }
    | { kind: 'reading' };
  let panel = $state<Panel | null>(null);
  const done = new JustDone();
  /** What a photo taken now shows: the faces of the first step, else the part's first surface. */
  const photoOf = $derived.by(() => {
    const surface =
      (first && 'on' in first && first.on?.[0]?.surface) ||
      (desk.job.surfaces[0] && wholeSurfaceId(desk.job.surfaces[0].id));
    return surface ? { surface, caption: first ? stepWords(first, clock.now, zone, what(first)).title : '' } : null;
  });
  /** Another part waits until this one is in its place for good, and nobody has said that it is. */
  const toInstall = $derived(
    desk.live.allCoatsLaid &&
      !desk.state.installed.has(desk.job.part) &&
      desk.document.parts.some((p) => p.after?.part === desk.job.part && p.after.until === 'installed')
  );
  const air = $derived(desk.climate ? siteHourAt(desk.climate, clock.now) : null);
  const lastCoat = $derived(desk.state.coats.at(-1)?.coat ?? 0);
  $effect(() => {
    if (page.url.hash === '#note') panel = { kind: 'note' };
  });

  function logged(words: string, id: string | string[] | undefined) {
    panel = null;
    scrollTo({ top: 0 });
    done.say(words, id);
  }
  /** The pieces of this part are elsewhere now, and with them whatever other part has faces of theirs. */
  async function carry(place: string) {
    const along = partsOfPieces(desk.view.parts.map((p) => p.job)).get(desk.job.part) ?? new Set<string>();
    const elsewhere = desk.view.parts.filter(({ job }) => along.has(job.part) && job.placeId !== place);
    const parts = [desk.job.part, ...elsewhere.map((p) => p.job.part)];
    return Promise.all(parts.map((part) => desk.write('part.moved', { part, place })));
  }
  async function act(s: Step, found?: boolean) {
    switch (s.kind) {
      case 'wipe':
        if (s.off === 'dry roller' && !s.left) return void (panel = { kind: 'took off', step: s });
        return logged(
          `${upperFirst(what(s)!)} ${s.left ? 'laid off' : OFF_WORDS[s.off].done} ${clockTime(clock.read(), zone)}`,
          await desk.write('laying.wiped', { coat: s.coat, laying: s.laying })
        );
      case 'stage':
        return logged(
          stageDoneWords(s.stage, found, what(s)!),
          await desk.write('laying.stage', {
            coat: s.coat,
            laying: s.laying,
            stage: s.stage,
            ...(s.asks && { found: found ?? true })
          })
        );
      case 'stir':
        return s.vessel === 1
          ? logged(`Batch ${s.batch} in the second vessel`, await desk.write('batch.poured', { batch: s.batch }))
          : logged(`Batch ${s.batch} stirred`, await desk.write('batch.stirred', { batch: s.batch }));
      case 'gate':
        return void (panel = { kind: 'gate', coat: s.coat });
      case 'mix':
        return void (panel = { kind: 'mix', coat: s.coat });
      case 'spread':
        if (s.onFaces) return void (panel = { kind: 'spread', step: s });
        return logged(
          `Oil on bay ${s.laying} ${clockTime(clock.read(), zone)}`,
          await desk.write('laying.spread', {
            coat: s.coat,
            laying: s.laying,
            ...(s.batch && { batch: s.batch }),
            on: takenFrom(desk.document, wanting(board, s.coat).map(wholeCell)),
            bay: true
          })
        );
      case 'end batch':
        return void (panel = { kind: 'end batch', batch: s.batch, coat: s.coat });
      case 'close coat':
        return void (panel = { kind: 'close', coat: s.coat });
      case 'look':
        return void (panel = { kind: 'look', coat: s.coat });
      case 'carry':
        return logged(`Carried to ${s.place}`, await carry(s.placeId));
      case 'mend':
        return logged('Mended', await desk.write('flaw.mended', { coat: s.coat, flaw: s.flaw }));
      case 'remedy':
        return logged('Written down', await desk.write('coat.remedied', { coat: s.coat }));
      case 'morning test':
      case 'wait':
        return void (panel = { kind: 'tack', coat: s.coat });
      case 'rags':
        return void document.getElementById('rags')?.scrollIntoView();
      case 'close day':
        return logged('Day closed', await desk.write('day.closed', { date: s.date }));
      case 'stand':
        return;
      case 'stir again':
        return logged(`Batch ${s.batch} stirred up`, await desk.write('batch.stirred', { batch: s.batch }));
      case 'clean gun':
        return void (panel = { kind: 'gun', coat: s.coat });
      case 'last rub':
        return logged('Last rub done', await desk.write('part.rubbed', {}));
      case 'leave':
        return void goto(`/jobs/${desk.id}/leave`);
    }
  }
</script>

<div class="phone-only"><PhoneStrip layings={desk.live.layings} timeZone={zone} /></div>
<header class="bar">
  <a class="phone-only link" href="/">Today</a>
  <h1>{desk.job.title}</h1>
  <span class="dim facts"
    >{lastCoat ? `coat ${lastCoat} of ${desk.plan.coats.length}` : counted(desk.plan.coats.length, 'coat', 'coats')}{air
      ? `. ${showTemperature(air.airTempC, desk.units)}, ${Math.round(air.rh * 100)} %`
      : ''}</span
  >
  <span class="reach" role="status">
    {#if desk.log.reach === 'on this phone only'}<Sign kind="check" size={15} />{desk.log.waiting.length} kept on this phone{:else}{desk
        .log.reach}{/if}
  </span>
</header>

{#each desk.log.refused as r (r.id)}
  <RefusedEntry entry={r} units={desk.units} />
{/each}
{#if desk.log.wrong}<p class="flex gap-3 bg-stop-tint px-4 py-2 text-stop" role="alert">
    <Sign kind="stop" /><span><b>Not written down:</b> {desk.log.wrong}</span>
  </p>{/if}

<div class="work">
  <div class="left">
    {#if panel?.kind === 'mix'}
      <MixPanel coat={panel.coat} onclose={(id) => logged('Batch mixed, now stir', id)} />
    {:else if panel?.kind === 'spread'}
      <SpreadPanel step={panel.step} {board} onclose={(id) => logged('Written down', id)} />
    {:else if panel?.kind === 'took off'}
      <TookOffPanel step={panel.step} onclose={(id) => logged('Taken off', id)} />
    {:else if panel?.kind === 'close'}
      <CloseCoatPanel coat={panel.coat} onclose={(id) => logged('Coat closed', id)} />
    {:else if panel?.kind === 'tack'}
      <TackPanel coat={panel.coat} onclose={(id) => logged('Test written', id)} />
    {:else if panel?.kind === 'look'}
      <LookPanel coat={panel.coat} onclose={(id) => logged('Written down', id)} />
    {:else if panel?.kind === 'gun'}
      <GunPanel coat={panel.coat} onclose={(id) => logged('Gun is clean', id)} />
    {:else if panel?.kind === 'end batch'}
      <EndBatchPanel batch={panel.batch} coat={panel.coat} {board} onclose={(id) => logged('Batch ended', id)} />
    {:else if panel?.kind === 'flaw'}
      <FlawPanel coat={panel.coat} {board} onclose={(id) => logged('Flaw written down', id)} />
    {:else if panel?.kind === 'note'}
      <NotePanel onclose={(id) => logged('Note written', id)} />
    {:else if panel?.kind === 'reading'}
      <ReadingPanel onclose={(id) => logged('Reading written', id)} />
    {:else if gate && (panel?.kind === 'gate' || first?.kind === 'gate')}
      <BeforeTin
        {gate}
        onfeel={() => (panel = { kind: 'tack', coat: gate.coat - 1 })}
        onflaw={() => (panel = { kind: 'flaw', coat: gate.coat - 1 })}
        onlogged={(words, id) => done.say(words, id)}
        onclose={panel ? () => (panel = null) : undefined}
      />
    {:else if first}
      <NowBlock
        step={first}
        what={what(first)}
        timeZone={zone}
        mayLog={desk.mayLog}
        onact={(found) => act(first, found)}
      />
    {:else}
      <section class="sheet p-5">
        <h2>Nothing to lay yet</h2>
        <p class="mt-2">Measure and choose first: this page then says what to do, in order.</p>
        <a class="btn mt-3" href="/jobs/{desk.id}/{desk.job.surfaces.length ? 'choose' : 'measure'}"
          >{desk.job.surfaces.length ? 'Choose' : 'Measure'}</a
        >
      </section>
    {/if}
    <JustDoneLine {done} />
    {#if !panel && runs}<RunningLine {runs} />{/if}

    {#if !panel && desk.mayLog}
      <ul class="next" aria-label="Next">
        {#each rest as s (s.kind + ('laying' in s ? `${s.coat} ${s.laying}` : '') + ('batch' in s ? s.batch : '') + (s.kind === 'mend' ? s.flaw : ''))}
          {@const w = stepWords(s, clock.now, zone, what(s))}
          <li class:asks={w.no}>
            <div>
              <b>{w.title}</b><span
                >{s.closed
                  ? `Not yet: ${s.closed}`
                  : s.warn
                    ? w.detail
                    : s.kind === 'wipe' && s.byMs
                      ? `by ${clockTime(s.byMs, zone)}`
                      : w.detail}</span
              >
            </div>
            <div class="acts">
              {#if w.no}<button class="btn line" onclick={() => act(s, false)}>{w.no}</button>{/if}
              <button class="btn line" disabled={Boolean(s.closed)} onclick={() => act(s)}>{w.action}</button>
            </div>
          </li>
        {/each}
      </ul>
      {#if toInstall}
        <div class="tools">
          <button class="btn line" onclick={async () => logged('Installed', await desk.write('part.installed', {}))}
            >{partName(desk.document, desk.job.part)} is installed</button
          >
        </div>
      {/if}
      <div class="tools">
        {#if lastCoat > 0}<button class="btn line" onclick={() => (panel = { kind: 'tack', coat: lastCoat })}
            >Tack test</button
          >
          <button class="btn line" onclick={() => (panel = { kind: 'flaw', coat: lastCoat })}>Flaw</button>{/if}
        <button class="btn line" onclick={() => (panel = { kind: 'reading' })}>Reading</button>
        <button class="btn line" onclick={() => (panel = { kind: 'note' })}>Note</button>
        {#if photoOf}<PhotoButton {...photoOf} />{/if}
      </div>
    {/if}
    {#if steps.length}<RagBar onlogged={logged} />{/if}
  </div>

  <div class="record-side">
    {#if pieces}<PieceBoard {board} />{/if}
    <WorkRecord />
  </div>
</div>

<style>
  .bar {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 12px;
    align-items: baseline;
    padding: 4px 0 8px;
  }
  .reach {
    margin-left: auto;
    display: inline-flex;
    gap: 6px;
    align-items: center;
    font-size: 13px;
    color: var(--ink-2);
  }
  .phone-only {
    display: none;
  }
  .work {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 460px);
    gap: 24px;
    align-items: start;
  }
  .next li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 12px;
    align-items: center;
    padding: 8px 12px;
    border-top: 1px solid var(--rule);
    background: var(--sheet);
  }
  .next b {
    display: block;
    font-size: 16px;
  }
  .next span {
    font-size: 13.5px;
    color: var(--ink-2);
  }
  .next .btn {
    min-height: 48px;
  }
  .next .asks {
    grid-template-columns: minmax(0, 1fr);
  }
  .acts {
    display: flex;
    gap: 8px;
  }
  .asks .acts .btn {
    flex: 1;
  }
  .tools {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    padding: 10px 8px;
  }
  .tools .btn {
    flex: 1 1 28%;
    min-height: 52px;
  }
  @media (max-width: 760px) {
    .phone-only {
      display: block;
    }
    .bar {
      padding: 6px 16px;
      border-bottom: 1px solid var(--rule);
    }
    .bar h1 {
      font-size: 18px;
      line-height: 22px;
    }
    .work {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
