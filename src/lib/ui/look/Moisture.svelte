<script lang="ts">
  import type { SurfaceSurvey } from '$core/site';
  import { latestReadings } from '$core/survey';
  import { hasOutline, woodThicknessM, type Point, type Surface } from '$core/surface';
  import { decimals, parsePercent } from '$core/units';
  import { speciesOf } from '$core/wood';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Outline from '../outline/Outline.svelte';
  import Why from '../why/Why.svelte';
  import { clockTime, dayMonth } from '$words/time';
  import type { JustDone } from '../worklog/just-done.svelte';
  import MoistureScale from './MoistureScale.svelte';

  const { surface, seen, done }: { surface: Surface; seen: SurfaceSurvey; done: JustDone } = $props();
  const desk = useJobDesk();
  const zone = $derived(desk.job.site.timeZone);
  const readings = $derived(latestReadings(seen.survey.moisture));
  const older = $derived(seen.survey.moisture.length - readings.length);
  const { moisture } = $derived(seen);
  let typed = $state('');
  let wrong = $state('');
  let spot = $state<Point | null>(null);
  let placing = $state(false);

  async function write() {
    const read = parsePercent(1, 60)(typed);
    wrong = read.ok ? '' : read.problem;
    if (!read.ok) return;
    const percent = Math.round(read.value * 1000) / 10;
    const at = spot;
    // The field is free for the next reading at once: what is typed while this one is being written stays.
    [typed, spot] = ['', null];
    const id = await desk.write('moisture.read', { surface: surface.id, percent, ...(at && { spot: at }) });
    done.say(`${decimals(percent, 1)} % written`, id);
  }
  const days = (d: number) => (d < 1 ? 'within a day' : `about ${Math.ceil(d)} ${Math.ceil(d) === 1 ? 'day' : 'days'}`);
  const going = $derived.by(() => {
    if (!moisture) return '';
    const { trend, stats, limit } = moisture;
    const way = { drying: 'still drying', 'taking up': 'taking up moisture', settled: 'settled' }[trend.going];
    if (stats.highestPercent <= limit.value) return `The wood is ${way}. It is within the limit.`;
    return trend.daysToLimit === null
      ? `The wood is ${way}, but this air never brings it under ${limit.value} %.`
      : `The wood is ${way}: ${days(trend.daysToLimit)} until the wettest place is within the limit.`;
  });
  const air = $derived(desk.job.site.setting === 'indoor' ? 'this room’s air' : 'the air of the days ahead');
</script>

<section aria-label="Moisture">
  <h2 class="border-b-[1.5px] border-ink pb-1">
    Moisture <span class="dim text-[14px] font-normal">{readings.length} of {seen.readingsWanted} readings</span>
  </h2>
  {#if desk.mayLog}
    <form
      class="mt-2 flex items-end gap-2"
      onsubmit={(e) => {
        e.preventDefault();
        void write();
      }}
    >
      <div class="flex-1">
        <label class="mb-1 block font-semibold" for="mc">Reading{spot ? ', at the spot marked' : ''}</label>
        <input
          id="mc"
          class="field fig min-h-14 text-[24px]"
          inputmode="decimal"
          autocomplete="off"
          placeholder="%"
          bind:value={typed}
          aria-invalid={wrong ? true : undefined}
          aria-describedby="mc-d"
        />
      </div>
      <button class="btn min-h-14" disabled={!typed.trim()}>Write</button>
    </form>
    <p id="mc-d" class="text-[13px] font-semibold text-stop">{wrong}</p>
    {#if hasOutline(surface.shape)}
      <button class="link min-h-8 text-[14px]" aria-expanded={placing} onclick={() => (placing = !placing)}
        >{placing ? 'Close the plan' : 'Place it on the plan'}</button
      >
    {/if}
  {/if}
  {#if placing || readings.some((r) => r.spot)}
    <div class="mt-1 max-w-[400px]">
      <Outline
        {surface}
        units={desk.units}
        onspot={placing ? (p) => (spot = p) : undefined}
        spots={[
          ...readings.flatMap((r) => (r.spot ? [{ ...r.spot, text: decimals(r.percent, 1) }] : [])),
          ...(spot ? [{ ...spot, text: 'here', pending: true }] : [])
        ]}
      />
    </div>
  {/if}
  {#if moisture}
    <div class="mt-2"><MoistureScale readings={readings.map((r) => r.percent)} seen={moisture} /></div>
    <dl class="facts">
      <dt>Mean</dt>
      <dd>{decimals(moisture.stats.meanPercent, 1)} %</dd>
      <dt>Highest</dt>
      <dd>{decimals(moisture.stats.highestPercent, 1)} %</dd>
      <dt>Spread</dt>
      <dd>± {decimals(moisture.stats.spreadPercent, 1)}</dd>
      <dt>Limit</dt>
      <dd>
        <Why
          about="moisture limit"
          lines={[
            { name: 'highest allowed', value: `${moisture.limit.value} %`, grade: moisture.limit.grade },
            { name: 'least allowed', value: `${moisture.leastPercent} %`, grade: 'house' }
          ]}>{moisture.limit.value} %</Why
        >
      </dd>
      <dt>This air</dt>
      <dd>
        <Why
          about="what {air} pulls the wood to"
          formula="Equilibrium moisture content by temperature and humidity; the board follows it with a time constant of its thickness"
          lines={[
            {
              name: 'EMC, mean of the hours ahead',
              value: `${decimals(moisture.trend.emcPercent, 1)} %`,
              grade: 'law'
            },
            {
              name: 'board',
              value: `${Math.round(woodThicknessM(surface) * 1000)} mm ${speciesOf(surface.speciesId).hardness}${surface.thicknessM > 0 ? '' : ', thickness as usual'}`,
              grade: 'house'
            }
          ]}>{decimals(moisture.trend.emcPercent, 1)} %</Why
        >
      </dd>
    </dl>
    <p class="mt-2 text-[15px]"><b>{going}</b></p>
  {/if}
  {#if readings.length}
    <ul class="list">
      {#each readings as r (r.id)}
        <li>
          <b>{decimals(r.percent, 1)} %</b>
          <span class="dim"
            >{dayMonth(r.atMs, zone)}
            {clockTime(r.atMs, zone)}, {r.by.split(' ')[0]}{r.spot ? ', on the plan' : ''}</span
          >
          {#if desk.mayLog}<button class="link" onclick={() => desk.log.undo(r.id)}
              >take back<span class="unseen"> {decimals(r.percent, 1)} %</span></button
            >{/if}
        </li>
      {/each}
    </ul>
  {/if}
  {#if older > 0}<p class="dim text-[13px]">
      {older} older {older === 1 ? 'reading stays' : 'readings stay'} in the record.
    </p>{/if}
</section>

<style>
  .facts {
    display: grid;
    grid-template-columns: repeat(5, auto);
    grid-auto-flow: column;
    grid-template-rows: auto auto;
    gap: 0 12px;
  }
  dt {
    font-size: 12.5px;
    color: var(--ink-2);
  }
  dd {
    font: var(--w-fig) 20px/1.2 var(--fig);
    font-stretch: 84%;
  }
  .list {
    margin-top: 6px;
    font-size: 14px;
  }
  .list li {
    position: relative;
    display: flex;
    gap: 10px;
    min-height: 30px;
    align-items: center;
    border-top: 1px solid var(--rule);
  }
</style>
