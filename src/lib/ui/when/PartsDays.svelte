<script lang="ts">
  import { partNames } from '$core/document';
  import { DAY_MS, HOUR_MS } from '$core/units';
  import { dayStarts } from '$core/calendar';
  import type { PartView } from '$core/job';
  import type { HourVerdict } from '$core/judge';
  import type { SequenceOutcome } from '$core/window';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Ribbon from '../ribbon/Ribbon.svelte';
  import { coatSegments, cutAt } from '../ribbon/segments';
  import { waitsWords } from '$words/part-words';
  import { dayShort, laidWords } from '$words/time';
  import { upperFirst } from '$words/upper-first';

  interface Props {
    /** The hours of the chart above, whose axis this shares. */
    hours: readonly HourVerdict[];
    width: number;
    /** The start that is looked at for the part in hand, while none is booked. */
    focus: SequenceOutcome | null;
  }
  /** All parts of the job on one axis: their coats as they lie and as they are chosen, so that their days can be seen together. */
  const { hours, width, focus }: Props = $props();
  const desk = useJobDesk();
  const zone = $derived(desk.job.site.timeZone);
  const LEFT = $derived(width > 700 ? 210 : 92);
  const plotW = $derived(width - LEFT);
  const fromMs = $derived(hours[0]!.atMs);
  const toMs = $derived(fromMs + hours.length * HOUR_MS);
  const x = $derived((ms: number) => ((ms - fromMs) / (toMs - fromMs)) * plotW);
  const names = $derived(partNames(desk.document));
  const days = $derived(dayStarts(zone, fromMs, toMs).filter((ms) => ms > fromMs));
  const rows = $derived(
    desk.view.parts.map((p) => {
      const coats = coatsOf(p);
      const wanted = p.plan.coats.length;
      const segments = coats.flatMap((c, i) => {
        const all = coatSegments(c, c.number >= wanted ? 'cure' : 'recoat', toMs);
        const next = coats[i + 1];
        return next ? cutAt(all, next.laidFromMs) : all;
      });
      const first = coats.find((c) => c.laidToMs > fromMs);
      return {
        part: p.job.part,
        name: names.get(p.job.part)!,
        says: first
          ? `coat ${first.number}, ${laidWords(first, zone)}`
          : coats.length
            ? 'all coats on'
            : upperFirst(waitsWords(p.job, desk.minuteMs) || 'no start yet'),
        chosen: coats.length > 0,
        segments: segments
          .filter((s) => s.toMs > fromMs)
          .map((s) => ({ ...s, fromMs: Math.max(s.fromMs, fromMs - DAY_MS) })),
        spoken: coats.map((c) => `coat ${c.number} ${laidWords(c, zone)}`).join('; ') || 'no coat has its day yet'
      };
    })
  );
  /** The coats on the wood, and those that are to come: of the part in hand by the start that is looked at. */
  function coatsOf({ job, live, plan }: PartView) {
    const laid = live.coats.at(-1)?.number ?? 0;
    const ahead = (job.part === desk.job.part && focus) || plan.chosen;
    return [...live.coats, ...(ahead?.coats ?? []).filter((c) => c.number > laid)];
  }
</script>

<section class="days" aria-label="The days of all parts">
  <h2>All parts of the job</h2>
  {#each rows as r (r.part)}
    <div class="row" class:mine={r.part === desk.job.part}>
      <button style="width:{LEFT}px" aria-pressed={r.part === desk.job.part} onclick={() => (desk.partId = r.part)}>
        <b>{r.name}</b><span class="dim">{r.says}</span>
      </button>
      <svg width={plotW} height="38" viewBox="0 0 {plotW} 38" role="img" aria-label="{r.name}: {r.spoken}">
        {#each days as ms (ms)}<line x1={x(ms)} x2={x(ms)} y1="0" y2="38" stroke="var(--rule)" />{/each}
        <Ribbon segments={r.segments} {x} y={10} height={18} width={plotW} />
      </svg>
    </div>
  {/each}
  <div class="axis" style="margin-left:{LEFT}px;width:{plotW}px" aria-hidden="true">
    {#each days as ms, i (ms)}{#if plotW / days.length > 54 || i % 2 === 0}<span style="left:{x(ms) + 3}px"
          >{dayShort(ms, zone)}</span
        >{/if}{/each}
  </div>
</section>

<style>
  .days {
    margin-top: 16px;
  }
  .row {
    display: flex;
    align-items: stretch;
    border-bottom: 1px solid var(--rule);
    overflow: hidden;
  }
  .row svg {
    flex: none;
    background: var(--sheet);
  }
  button {
    flex: none;
    display: flex;
    flex-direction: column;
    justify-content: center;
    min-height: 48px;
    padding: 2px 8px 2px 10px;
    text-align: left;
    font-size: 12.5px;
    line-height: 15px;
    min-width: 0;
  }
  button b {
    max-width: 100%;
    font-size: 14.5px;
    line-height: 17px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .row svg {
    align-self: center;
  }
  .mine button {
    box-shadow: inset 6px 0 0 var(--ink);
    padding-left: 16px;
  }
  .axis {
    position: relative;
    overflow: hidden;
    height: 18px;
    font-size: 12px;
    color: var(--ink-2);
  }
  .axis span {
    position: absolute;
    white-space: nowrap;
  }
</style>
