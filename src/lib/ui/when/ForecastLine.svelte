<script lang="ts">
  import { siteClimate } from '$core/window';
  import { HOUR_MS, showDuration, showTemperature } from '$core/units';
  import { siteHourAt } from '$core/climate';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Sign from '../marks/Sign.svelte';
  import { whenWords } from '$words/time';

  interface Props {
    from: { fetchedMs: number; stale: boolean; source: string } | null;
    members: number;
  }
  const { from, members }: Props = $props();
  const desk = useJobDesk();
  const zone = $derived(desk.job.site.timeZone);
  const ageMs = $derived(from ? desk.minuteMs - from.fetchedMs : 0);
  const last = $derived(desk.part.measured.find((m) => m.place === desk.job.placeId)?.hours.at(-1));
  /** What the model would say of that hour without it: a difference worth knowing. */
  const apart = $derived.by(() => {
    if (!last) return '';
    const alone = siteClimate(desk.job, desk.weather, desk.span);
    const h = alone && siteHourAt(alone, last.atMs);
    if (!h) return '';
    const words: string[] = [];
    const temp = (name: string, seen: number | undefined, model: number) => {
      if (seen !== undefined && Math.abs(seen - model) >= APART_C)
        words.push(
          `${name} ${showTemperature(seen, desk.units)}, the model said ${showTemperature(model, desk.units)}`
        );
    };
    temp('air', last.airTempC, h.airTempC);
    temp('surface', last.surfaceTempC, h.surfaceTempC);
    if (last.rh !== undefined && Math.abs(last.rh - h.rh) >= APART_RH)
      words.push(`humidity ${Math.round(last.rh * 100)} %, the model said ${Math.round(h.rh * 100)} %`);
    if (last.mcPercent !== undefined && h.mcPercent !== null && Math.abs(last.mcPercent - h.mcPercent) >= APART_MC)
      words.push(`wood ${last.mcPercent.toFixed(1)} %, the model said ${h.mcPercent.toFixed(1)} %`);
    return words.join('; ');
  });
  const APART_C = 1.5;
  const APART_RH = 0.08;
  const APART_MC = 1.5;
</script>

<p class="from" class:stale={from?.stale}>
  {#if from?.stale}
    <Sign kind="check" size={16} /><span
      ><b>This forecast is {showDuration(ageMs)} old.</b> The weather desk can't be reached; trust its far days less.</span
    >
  {:else if from}
    <span
      >{from.source === 'weather desk' ? 'Forecast fetched' : `From the file ${from.source}, read`}
      {whenWords(from.fetchedMs, desk.minuteMs, zone)}{members > 1 ? `, ${members} members` : ''}.</span
    >
  {:else}
    <span>The room is held at what you entered; it does not hang on the weather.</span>
  {/if}
  {#if last}
    <span
      >Measured here until {whenWords(Math.min(desk.minuteMs, last.atMs + HOUR_MS), desk.minuteMs, zone)}: measured
      counts before the model.{apart ? ` It disagrees: ${apart}.` : ''}</span
    >
  {/if}
  <a class="link" href="/sensors">Sensors</a>
</p>

<style>
  .from {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 4px 10px;
    font-size: 13.5px;
    color: var(--ink-2);
    padding-bottom: 6px;
  }
  .stale {
    color: var(--ink);
    background: var(--check-fill);
    padding: 8px 12px;
    margin-bottom: 6px;
  }
</style>
