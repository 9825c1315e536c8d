<script lang="ts">
  import { goto } from '$app/navigation';
  import { page } from '$app/state';
  import { nextSteps, type Step } from '$core/job';
  import { decimals, parseTemperature, showPour, showTemperature } from '$core/units';
  import { siteHourAt } from '$core/window';
  import { clock } from '$lib/ui/clock/clock.svelte';
  import QuantityField from '$lib/ui/fields/QuantityField.svelte';
  import { useJobDesk } from '$lib/ui/job/job-desk.svelte';
  import Sign from '$lib/ui/marks/Sign.svelte';
  import { eventWords } from '$lib/ui/words/event-words';
  import { stepWords } from '$lib/ui/words/step-words';
  import { clockTime, dayShort, whenWords } from '$lib/ui/words/time';
  import CloseCoatPanel from '$lib/ui/worklog/CloseCoatPanel.svelte';
  import MixPanel from '$lib/ui/worklog/MixPanel.svelte';
  import NowBlock from '$lib/ui/worklog/NowBlock.svelte';
  import PhoneStrip from '$lib/ui/worklog/PhoneStrip.svelte';
  import RagBar from '$lib/ui/worklog/RagBar.svelte';
  import TackPanel from '$lib/ui/worklog/TackPanel.svelte';

  const desk = useJobDesk();
  const zone = $derived(desk.document.site.timeZone);
  const steps = $derived(nextSteps(desk.document, desk.state, desk.live, clock.now));
  /** What burns comes first; a step that is closed is never the first. */
  const first = $derived(steps.find((s) => !s.closed || s.kind === 'wait') ?? steps[0]);
  const rest = $derived(steps.filter((s) => s !== first && s.kind !== 'rags'));
  type Panel = { kind: 'mix' | 'close' | 'tack'; coat: number } | { kind: 'note' } | { kind: 'reading' };
  let panel = $state<Panel | null>(null);
  let done = $state<{ words: string; id: string; untilMs: number } | null>(null);
  let noteText = $state('');
  let reading = $state<{ airTempC?: number; rh?: number; surfaceTempC?: number; mcPercent?: number }>({});
  const UNDO_MS = 10_000;
  const air = $derived(desk.climate ? siteHourAt(desk.climate, clock.now) : null);
  const log = $derived(
    [...desk.log.events].filter((e) => e.type !== 'event.undone').sort((a, b) => b.at - a.at || (a.id < b.id ? 1 : -1))
  );
  const SHOWN_AT_FIRST = 40;
  let wholeLog = $state(false);
  const shownLog = $derived(wholeLog ? log : log.slice(0, SHOWN_AT_FIRST));
  const lastCoat = $derived(desk.state.coats.at(-1)?.coat ?? 0);
  $effect(() => {
    if (page.url.hash === '#note') panel = { kind: 'note' };
  });

  function logged(words: string, id: string | undefined) {
    panel = null;
    if (!id) return;
    const mine = { words, id, untilMs: Date.now() + UNDO_MS };
    done = mine;
    setTimeout(() => done === mine && (done = null), UNDO_MS);
  }
  async function act(s: Step) {
    switch (s.kind) {
      case 'wipe':
        return logged(
          `Bay ${s.bay} ${s.left ? 'laid off' : 'wiped'} ${clockTime(clock.read(), zone)}`,
          await desk.log.add('bay.wiped', { coat: s.coat, bay: s.bay })
        );
      case 'stir':
        return logged(`Batch ${s.batch} stirred`, await desk.log.add('batch.stirred', { batch: s.batch }));
      case 'mix':
        return void (panel = { kind: 'mix', coat: s.coat });
      case 'spread':
        if (!desk.state.coats.some((c) => c.coat === s.coat)) await desk.log.add('coat.opened', { coat: s.coat });
        return logged(
          `Oil on bay ${s.bay} ${clockTime(clock.read(), zone)}`,
          await desk.log.add('bay.spread', { coat: s.coat, bay: s.bay, ...(s.batch && { batch: s.batch }) })
        );
      case 'close coat':
        return void (panel = { kind: 'close', coat: s.coat });
      case 'wait':
        return void (panel = { kind: 'tack', coat: s.coat });
      case 'rags':
        return void document.getElementById('rags')?.scrollIntoView();
      case 'close day':
        return logged('Day closed', await desk.log.add('day.closed', { date: s.date }));
      case 'leave':
        return void goto(`/jobs/${desk.id}/leave`);
    }
  }
  async function addNote() {
    if (noteText.trim() === '') return;
    const id = await desk.log.add('note.added', { text: noteText.trim() });
    noteText = '';
    logged('Note written', id);
  }
  const share = (low: number, high: number) => (t: string) => {
    const v = Number(t.replace('%', '').trim());
    return Number.isFinite(v) && v >= low && v <= high
      ? { ok: true as const, value: v, echo: `${decimals(v, 1, true)} %` }
      : { ok: false as const, problem: `From ${low} to ${high} %.` };
  };
  async function addReading() {
    const data = Object.fromEntries(Object.entries(reading).filter(([, v]) => v !== undefined));
    if (Object.keys(data).length === 0) return;
    const id = await desk.log.add('reading.taken', data);
    reading = {};
    logged('Reading written', id);
  }
</script>

<div class="phone-only"><PhoneStrip bays={desk.live.bays} timeZone={zone} /></div>
<header class="bar">
  <a class="phone-only link" href="/">Today</a>
  <h1>{desk.document.title}</h1>
  <span class="dim facts"
    >{lastCoat ? `coat ${lastCoat} of ${desk.plan.coats.length}` : `${desk.plan.coats.length} coats`}{air
      ? `. ${showTemperature(air.airTempC, desk.units)}, ${Math.round(air.rh * 100)} %`
      : ''}</span
  >
  <span class="reach" role="status">
    {#if desk.log.reach === 'on this phone only'}<Sign kind="check" size={15} />{desk.log.waiting.length} kept on this phone{:else if desk.log.reach === 'sending'}sending{:else}in
      step{/if}
  </span>
</header>

{#each desk.log.refused as r (r.id)}
  <p class="flex items-center gap-3 bg-stop-tint px-4 py-2 text-stop" role="alert">
    <Sign kind="stop" /><span
      ><b>Not taken:</b>
      {eventWords({ ...r.event, jobId: r.jobId, by: r.by, byName: r.byName } as never, desk.units)}. {r.refused}</span
    ><button class="btn danger-line ml-auto" onclick={() => desk.log.dismiss(r.id)}>Read</button>
  </p>
{/each}

<div class="work">
  <div class="left">
    {#if panel?.kind === 'mix'}
      <MixPanel coat={panel.coat} onclose={(id) => logged('Batch mixed, now stir', id)} />
    {:else if panel?.kind === 'close'}
      <CloseCoatPanel coat={panel.coat} onclose={(id) => logged('Coat closed', id)} />
    {:else if panel?.kind === 'tack'}
      <TackPanel coat={panel.coat} onclose={(id) => logged('Test written', id)} />
    {:else if panel?.kind === 'note'}
      <section class="sheet p-4" aria-label="Write a note">
        <label for="note" class="mb-1 block text-[18px] font-semibold">Note</label>
        <textarea id="note" class="field min-h-32" maxlength="2000" bind:value={noteText}></textarea>
        <div class="mt-3 grid grid-cols-2 gap-2">
          <button class="btn min-h-14" onclick={addNote}>Write it down</button><button
            class="btn line min-h-14"
            onclick={() => (panel = null)}>Not now</button
          >
        </div>
      </section>
    {:else if panel?.kind === 'reading'}
      <section class="sheet grid gap-3 p-4" aria-label="Reading">
        <h2>What do the meters say?</h2>
        <QuantityField
          label="Air"
          value={reading.airTempC ?? null}
          units={desk.units}
          parse={parseTemperature}
          show={showTemperature}
          onchange={(v) => (reading.airTempC = v)}
        />
        <QuantityField
          label="Humidity"
          value={reading.rh === undefined ? null : reading.rh * 100}
          units={desk.units}
          parse={share(0, 100)}
          show={(v) => `${decimals(v, 1, true)} %`}
          onchange={(v) => (reading.rh = v / 100)}
        />
        <QuantityField
          label="Surface"
          value={reading.surfaceTempC ?? null}
          units={desk.units}
          parse={parseTemperature}
          show={showTemperature}
          onchange={(v) => (reading.surfaceTempC = v)}
        />
        <QuantityField
          label="Wood moisture"
          value={reading.mcPercent ?? null}
          units={desk.units}
          parse={share(1, 60)}
          show={(v) => `${decimals(v, 1, true)} %`}
          onchange={(v) => (reading.mcPercent = v)}
        />
        <div class="grid grid-cols-2 gap-2">
          <button class="btn min-h-14" onclick={addReading}>Write it down</button><button
            class="btn line min-h-14"
            onclick={() => (panel = null)}>Not now</button
          >
        </div>
      </section>
    {:else if first}
      <NowBlock step={first} timeZone={zone} mayLog={desk.mayLog} onact={() => act(first)} />
    {:else}
      <section class="sheet p-5">
        <h2>Nothing to lay yet</h2>
        <p class="mt-2">Measure and choose first: this page then says what to do, in order.</p>
        <a class="btn mt-3" href="/jobs/{desk.id}/{desk.document.surfaces.length ? 'choose' : 'measure'}"
          >{desk.document.surfaces.length ? 'Choose' : 'Measure'}</a
        >
      </section>
    {/if}
    <div class="done" role="status">
      {#if done}<b>{done.words}.</b>
        <button
          class="link"
          onclick={async () => {
            const { id } = done!;
            done = null;
            await desk.log.undo(id);
          }}>Undo</button
        >{/if}
    </div>

    {#if !panel && desk.mayLog}
      <ul class="next" aria-label="Next">
        {#each rest as s (s.kind + ('bay' in s ? s.bay : '') + ('batch' in s ? s.batch : ''))}
          {@const w = stepWords(s, clock.now, zone)}
          <li>
            <div>
              <b>{w.title}</b><span
                >{s.closed
                  ? `Not yet: ${s.closed}`
                  : s.kind === 'wipe' && s.byMs
                    ? `by ${clockTime(s.byMs, zone)}`
                    : w.detail}</span
              >
            </div>
            <button class="btn line" disabled={Boolean(s.closed)} onclick={() => act(s)}>{w.action}</button>
          </li>
        {/each}
      </ul>
      <div class="tools">
        {#if lastCoat > 0}<button class="btn line" onclick={() => (panel = { kind: 'tack', coat: lastCoat })}
            >Tack test</button
          >{/if}
        <button class="btn line" onclick={() => (panel = { kind: 'reading' })}>Reading</button>
        <button class="btn line" onclick={() => (panel = { kind: 'note' })}>Note</button>
      </div>
    {/if}
    {#if steps.length}<RagBar onlogged={logged} />{/if}
  </div>

  <div class="right">
    {#if desk.live.batches.length}
      <h2>Batches</h2>
      <table class="ruled">
        <thead><tr><th>Batch</th><th>Parts</th><th>Stirred</th><th>Thickens</th></tr></thead>
        <tbody>
          {#each desk.live.batches as b (b.batch)}
            <tr>
              <td><b class="fig text-[18px]">{b.batch}</b></td>
              <td
                >{b.components
                  .map((c) => `${showPour(c.litres, desk.units)}${c.lot ? ` ${c.lot}` : ''}`)
                  .join(' + ')}</td
              >
              <td>{b.stirredAtMs ? clockTime(b.stirredAtMs, zone) : 'not yet'}</td>
              <td
                >{b.emptiedAtMs
                  ? 'ended'
                  : b.thickensAtMs
                    ? whenWords(b.thickensAtMs, clock.now, zone)
                    : 'no pot life'}</td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    {/if}
    {#if desk.live.coats.length}
      <h2 class="mt-4">Coats</h2>
      <table class="ruled">
        <thead><tr><th>Coat</th><th class="num">Used</th><th>Stands</th><th>Recoat</th></tr></thead>
        <tbody>
          {#each desk.live.coats as c (c.number)}
            {@const used = desk.state.coats.find((x) => x.coat === c.number)?.usedL}
            <tr>
              <td><b>{c.number}</b></td>
              <td class="num">{used === undefined ? 'going on' : showPour(used, desk.units)}</td>
              <td
                >{!c.closed
                  ? 'oil on'
                  : c.progress >= 1
                    ? 'ready'
                    : `${Math.round(c.progress * 100)} % of the way`}{#if c.solventEntrapment}<br /><span
                    class="font-semibold text-check">laid early, solvent entrapment</span
                  >{/if}</td
              >
              <td
                >{c.closed ? whenWords(c.recoatOpens.p50, clock.now, zone) : ''}{c.recoatCloses && c.closed
                  ? `, shuts ${whenWords(c.recoatCloses.p50, clock.now, zone)}`
                  : ''}</td
              >
            </tr>
          {/each}
        </tbody>
      </table>
    {/if}
    <h2 class="mt-4">Log</h2>
    <ul class="log">
      {#each shownLog as e, i (e.id)}
        {#if i === 0 || dayShort(e.at, zone) !== dayShort(shownLog[i - 1]!.at, zone)}<li class="day">
            {dayShort(e.at, zone)}
          </li>{/if}
        <li class:undone={desk.state.undone.has(e.id)}>
          <b>{clockTime(e.at, zone)}</b><span
            >{eventWords(e, desk.units)}{desk.state.undone.has(e.id) ? ' (taken back)' : ''}{desk.state.setAside.find(
              (x) => x.id === e.id
            )
              ? `. Set aside: ${desk.state.setAside.find((x) => x.id === e.id)!.reason}`
              : ''}</span
          >
        </li>
      {:else}
        <li class="dim">Nothing has happened here yet.</li>
      {/each}
    </ul>
    {#if log.length > shownLog.length}<button class="btn line mt-2" onclick={() => (wholeLog = true)}
        >All {log.length} lines</button
      >{/if}
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
  .done {
    min-height: 34px;
    padding: 6px 12px;
    font-size: 16px;
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
  .tools {
    display: flex;
    gap: 8px;
    padding: 10px 8px;
  }
  .tools .btn {
    flex: 1;
    min-height: 52px;
  }
  .right h2 {
    margin-bottom: 2px;
  }
  .log li {
    display: grid;
    grid-template-columns: 52px 1fr;
    font-size: 13.5px;
    line-height: 20px;
    border-top: 1px solid var(--rule);
    padding: 2px 0;
  }
  .log .day {
    display: block;
    font-weight: 640;
    border-top: 1.5px solid var(--ink);
    margin-top: 6px;
  }
  .undone span {
    text-decoration: line-through;
    color: var(--ink-3);
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
    .right {
      padding: 0 16px 32px;
    }
  }
</style>
