<script lang="ts">
  import { OFF_WORDS } from '$words/method-words';
  import { coatCard } from '$core/document';
  import { eventRow, partsNamed } from '$core/log';
  import type { LayingEnd } from '$core/site';
  import { classTraits } from '$core/product';
  import { namedList } from '$core/surface';
  import { counted, showPour } from '$core/units';
  import { clock } from '../clock/clock.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import { eventWords, type LayingWords } from '$words/event-words';
  import { layingName, partName, takenWords } from '$words/part-words';
  import { clockTime, dayShort, whenWords } from '$words/time';

  /** What has happened on the job: its batches, its coats, and the log, newest first. */
  const desk = useJobDesk();
  const zone = $derived(desk.job.site.timeZone);
  const log = $derived(
    [...desk.log.events].filter((e) => e.type !== 'event.undone').sort((a, b) => b.at - a.at || (a.id < b.id ? 1 : -1))
  );
  /** A bay that was wiped too late says so where it was wiped. */
  const LATE: Partial<Record<LayingEnd, string>> = {
    'wiped late': ', late: it drags and shines. Feel it in the morning',
    'will stay tacky': ', too late: it will stay tacky'
  };
  const partAt = (id: string) => desk.view.parts.find((p) => p.job.part === id);
  const layingAt = ({ part, coat, laying }: { part: string; coat: number; laying: number }) =>
    partAt(part)?.live.layings.find((b) => b.coat === coat && b.laying === laying);
  const lateWords = (e: (typeof log)[number]) => {
    if (e.type !== 'laying.wiped') return '';
    const laying = layingAt(e.data);
    return laying?.wipedAtMs === e.at ? (LATE[laying.end] ?? '') : '';
  };
  const laying: LayingWords = {
    what: (e) => {
      const { laying } = e.data;
      const spread = e.type === 'laying.spread' ? e.data : layingAt(e.data);
      return layingName(desk.document, partAt(e.data.part)?.job, {
        laying,
        on: spread?.on,
        bay: spread?.bay ?? !spread?.on
      });
    },
    taken: (on) => takenWords(desk.document, on),
    place: (id) => desk.document.places.find((p) => p.id === id)?.name ?? 'another place',
    ends: (e) => {
      const job = partAt(e.data.part)?.job;
      const card = job && coatCard(job, e.data.coat);
      return card
        ? classTraits(card.class).mustBeWiped
          ? OFF_WORDS[layingAt(e.data)?.off ?? 'wipe'].done
          : 'laid off'
        : 'done';
    }
  };
  const layingsOf = (coat: number) => desk.live.layings.filter((b) => b.coat === coat);
  /** Layings of a coat nobody looked at again as often as its method asks, where anybody looked at all: an older log knows no looks. */
  function unlooked(coat: number): number[] {
    const all = layingsOf(coat);
    if (!all.some((b) => b.looks.done > 0)) return [];
    return all.filter((b) => !b.due && b.wipedAtMs !== undefined && b.looks.done < b.looks.least).map((b) => b.laying);
  }
  /** Where a job has several parts, what happened to one says to which. */
  const partOf = (e: (typeof log)[number]) =>
    desk.view.parts.length > 1 && partsNamed(e).length
      ? `${namedList(partsNamed(e).map((p) => partName(desk.document, p)))}: `
      : '';
  const SHOWN_AT_FIRST = 40;
  let wholeLog = $state(false);
  /** The log begins with the work: looking and what was written at a desk fold away, unless there is nothing else. */
  let withLooking = $state(false);
  const worked = $derived(log.filter((e) => eventRow(e.type).works));
  const folded = $derived(worked.length ? log.length - worked.length : 0);
  const listed = $derived(withLooking || folded === 0 ? log : worked);
  const shownLog = $derived(wholeLog ? listed : listed.slice(0, SHOWN_AT_FIRST));
</script>

<div class="record">
  {#if desk.live.batches.length}
    <h2>Batches</h2>
    <table class="ruled">
      <thead><tr><th>Batch</th><th>Parts</th><th>Stirred</th><th>Thickens</th></tr></thead>
      <tbody>
        {#each desk.live.batches as b (b.batch)}
          <tr>
            <td><b class="fig text-[18px]">{b.batch}</b></td>
            <td
              >{b.components.map((c) => `${showPour(c.litres, desk.units)}${c.lot ? ` ${c.lot}` : ''}`).join(' + ')}</td
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
          {@const missed = unlooked(c.number)}
          {@const wet = Math.max(...layingsOf(c.number).map((b) => b.wetCoats), 1)}
          <tr>
            <td><b>{c.number}</b></td>
            <td class="num">{used === undefined ? 'going on' : showPour(used, desk.units)}</td>
            <td
              >{!c.closed
                ? 'oil on'
                : c.willStayTacky
                  ? 'stands'
                  : c.progress >= 1
                    ? 'ready'
                    : `${Math.round(c.progress * 100)} % of the way`}{#if c.willStayTacky}<br /><span
                  class="font-semibold text-stop"
                  >{c.standing.length ? `oil stood on bay ${c.standing.join(', ')}` : 'far too much oil'}, will stay
                  tacky: solvent wipe, abrade, thin coat</span
                >{/if}{#if c.wipedLate.length}<br /><span class="font-semibold text-check"
                  >bay {c.wipedLate.join(', ')} wiped late{c.waitsFor === 'test'
                    ? ': feel it in the morning'
                    : ''}</span
                >{/if}{#if wet > 1}<br />{wet} times wet on wet{/if}{#if missed.length}<br /><span
                  class="font-semibold text-check">bay {missed.join(', ')} not looked at again as often as asked</span
                >{/if}{#if c.solventEntrapment}<br /><span class="font-semibold text-check"
                  >laid early, solvent entrapment</span
                >{/if}</td
            >
            <td
              >{c.closed && !c.waitsFor
                ? whenWords(c.recoatOpens.p50, clock.now, zone)
                : c.waitsFor
                  ? `waits for the ${c.waitsFor}`
                  : ''}{c.recoatCloses && c.closed && !c.waitsFor
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
          >{partOf(e)}{eventWords(e, desk.units, laying)}{lateWords(e)}{desk.state.undone.has(e.id)
            ? ' (taken back)'
            : ''}{desk.state.setAside.find((x) => x.id === e.id)
            ? `. Set aside: ${desk.state.setAside.find((x) => x.id === e.id)!.reason}`
            : ''}</span
        >
      </li>
    {:else}
      <li class="none">Nothing has happened here yet.</li>
    {/each}
  </ul>
  {#if listed.length > shownLog.length}<button class="btn line mt-2" onclick={() => (wholeLog = true)}
      >All {listed.length} lines</button
    >{/if}
  {#if folded && !withLooking}<button class="btn line mt-2" onclick={() => (withLooking = true)}
      >And {counted(folded, 'line', 'lines')} from looking and the desk</button
    >{/if}
</div>

<style>
  .record h2 {
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
  .log .none {
    display: block;
    color: var(--ink-3);
  }
  .undone span {
    text-decoration: line-through;
    color: var(--ink-3);
  }
  @media (max-width: 760px) {
    .record {
      padding: 0 16px 32px;
    }
  }
</style>
