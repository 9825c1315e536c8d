<script lang="ts">
  import { counted, HOUR_MS } from '$core/units';
  import type { SurfaceInCare } from '$lib/server/overview/care';
  import type { Rail } from '$lib/server/overview/rail';
  import { clock } from '../clock/clock.svelte';
  import Sign from '../marks/Sign.svelte';
  import HourRuns from '../ribbon/HourRuns.svelte';
  import { stationOf } from '$words/station-address';
  import { dayMonth, fullDate, hourOfDay } from '$words/time';

  const { rail, careDue }: { rail: Rail; careDue: SurfaceInCare[] } = $props();

  const FROM_HOUR = 5;
  const HOURS = 16;
  const WIDTH = 150;
  /** Outdoor jobs that wait for hours, day by day: how much of each day is open to them. */
  const waiting = $derived(rail.lines.filter((l) => l.runs.length > 0));
  const days = $derived.by(() => {
    const first = rail.hours.filter(
      (h) => hourOfDay(h.atMs, rail.timeZone) === FROM_HOUR && h.atMs > clock.now - 6 * HOUR_MS
    );
    return first.slice(0, 3).map((h) => ({
      fromMs: h.atMs,
      jobs: waiting.slice(0, 2).map((l) => {
        const runs = l.runs.filter((r) => r.toMs > h.atMs && r.fromMs < h.atMs + HOURS * HOUR_MS);
        const openMs = runs
          .filter((r) => !r.rule)
          .reduce((s, r) => s + Math.min(r.toMs, h.atMs + HOURS * HOUR_MS) - Math.max(r.fromMs, h.atMs), 0);
        return {
          key: l.key,
          id: l.id,
          part: l.part,
          title: l.title,
          runs,
          openH: Math.round((openMs / HOUR_MS) * 2) / 2
        };
      })
    }));
  });
  const verdict = (h: number) =>
    h >= 4 ? (['go', 'Go'] as const) : h > 0 ? (['part', 'Part'] as const) : (['no', 'No'] as const);
</script>

<aside class="side" aria-label="Next days and care">
  <div class="sh"><h2>Next 3 days, outside</h2></div>
  {#each days as d (d.fromMs)}
    <div class="day">
      <div class="dd">
        <b class="fig">{dayMonth(d.fromMs, rail.timeZone).split(' ')[0]}</b><span
          >{dayMonth(d.fromMs, rail.timeZone).split(' ').slice(1).join(' ')}</span
        >
      </div>
      <div>
        {#each d.jobs as j (j.key)}
          {@const [kind, word] = verdict(j.openH)}
          <a class="dl" href={stationOf(j.id, j.part, 'when')}>
            <svg width={WIDTH} height="17" viewBox="0 0 {WIDTH} 17" aria-hidden="true"
              ><HourRuns
                runs={j.runs}
                x={(ms) => ((ms - d.fromMs) / HOUR_MS) * (WIDTH / HOURS)}
                y={1}
                height={15}
                width={WIDTH}
                words={false}
              /></svg
            >
            <span class="tag" class:bad={kind === 'no'}><Sign {kind} size={15} />{word}</span>
            <span class="why">{j.title}, {j.openH ? `${j.openH} h open` : 'no hour open'}</span>
          </a>
        {:else}
          <p class="dim py-2">No outdoor job is waiting for weather.</p>
        {/each}
      </div>
    </div>
  {/each}
  <div class="sh mt-3">
    <h2>Care visits due</h2>
    <a class="link" href="/care">All in care</a>
  </div>
  <ul class="care">
    {#each careDue as s (s.key)}
      {@const lateMs = clock.now - s.reoil.p50}
      <li>
        <a href={stationOf(s.jobId, s.part, 'keep')}>
          <b class="fig">{fullDate(s.reoil.p50, s.timeZone).split(' ').slice(0, 2).join(' ')}</b>
          <span
            ><b>{s.client}</b>, {s.surface}
            {#if lateMs > 0}<span class="late"
                ><Sign kind="check" size={13} /> {counted(Math.ceil(lateMs / (24 * HOUR_MS)), 'day', 'days')} late</span
              >{/if}</span
          >
        </a>
      </li>
    {:else}
      <li class="dim py-2">No surface in care is due in the next four months.</li>
    {/each}
  </ul>
</aside>

<style>
  .side {
    border-left: 1px solid var(--rule);
    padding: 0 16px 24px 18px;
  }
  .sh {
    display: flex;
    justify-content: space-between;
    align-items: center;
    height: 34px;
    white-space: nowrap;
  }
  .day {
    display: grid;
    grid-template-columns: 56px 1fr;
    border-top: 1px solid var(--rule);
    padding: 7px 0 6px;
  }
  .dd b {
    display: block;
    font-size: 18px;
    line-height: 20px;
  }
  .dd span {
    font-size: 12px;
    color: var(--ink-2);
  }
  .dl {
    display: grid;
    grid-template-columns: 150px 1fr;
    column-gap: 10px;
    align-items: center;
    text-decoration: none;
    padding-bottom: 4px;
  }
  .tag {
    display: inline-flex;
    gap: 6px;
    align-items: center;
    font-weight: 640;
    font-size: 13px;
    color: var(--go);
  }
  .tag.bad {
    color: var(--stop);
  }
  .why {
    grid-column: 1 / 3;
    font-size: 12px;
    line-height: 16px;
    color: var(--ink-2);
  }
  .care a {
    display: grid;
    grid-template-columns: 58px 1fr;
    border-top: 1px solid var(--rule);
    padding: 6px 0;
    font-size: 13px;
    line-height: 17px;
    text-decoration: none;
  }
  .care .fig {
    font-size: 15px;
  }
  .late {
    color: var(--check);
    font-weight: 600;
    white-space: nowrap;
    display: inline-flex;
    gap: 4px;
    align-items: center;
  }
</style>
