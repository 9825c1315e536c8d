<script lang="ts">
  import { cardOf, coatCount, coatSpec, topCard, wholeSurfaceId } from '$core/document';
  import type { Living } from '$core/surface';
  import { wearData, type Soap, type Traffic, type Wetness } from '$core/upkeep';
  import { decimals, DAY_MS } from '$core/units';
  import Choice from '$lib/ui/fields/Choice.svelte';
  import { useJobDesk } from '$lib/ui/job-desk/job-desk.svelte';
  import JobTitle from '$lib/ui/job/JobTitle.svelte';
  import WearCurve from '$lib/ui/job/WearCurve.svelte';
  import PieceBoard from '$lib/ui/pieces/PieceBoard.svelte';
  import { faceBoard, namesFaces } from '$core/site';
  import Why from '$lib/ui/why/Why.svelte';
  import { monthYear } from '$words/time';

  const desk = useJobDesk();
  /** The last coat, and the card its care is of. */
  const top = $derived(desk.job.finish && coatSpec(desk.job.finish, Math.max(1, coatCount(desk.job))));
  const careCard = $derived.by(() => {
    const card = topCard(desk.job);
    return cardOf(desk.job, card?.maintenanceProductId) ?? card;
  });
  /** Which face has had which coat: what a repair years later asks first. */
  const board = $derived(faceBoard(desk.job, desk.state, desk.live));
  const zone = $derived(desk.job.site.timeZone);
  const keep = $derived(desk.live.keep ?? desk.plan.keep);
  /** How each surface is lived in: as it was looked at by itself, else as the whole place. */
  const livingOf = (surfaceId: string): Living =>
    desk.job.surfaces.find((s) => s.id === surfaceId)?.look?.living ?? desk.job.living;
  /** The whole place, where some surface goes by it, then the surfaces that live by themselves. */
  const lived = $derived([
    ...(desk.job.surfaces.every((s) => s.look?.living)
      ? []
      : [{ id: '', name: 'How it is lived in', living: desk.job.living }]),
    ...desk.job.surfaces.flatMap((s) => (s.look?.living ? [{ id: s.id, name: s.name, living: s.look.living }] : []))
  ]);
  const setLiving = (surfaceId: string, change: (l: Living) => void) =>
    desk.edit((d) => change(d.surfaces.find((s) => s.id === wholeSurfaceId(surfaceId))?.look?.living ?? d.living));
  const outdoors = $derived(desk.job.site.setting === 'outdoor');
  const options = <T extends string>(table: Record<T, number>) =>
    (Object.entries(table) as [T, number][]).map(([value, f]) => ({
      value,
      label: value,
      note: `× ${decimals(f, 2)}`
    }));
  const SUNS = [0.6, 0.8, 1, 1.2, 1.4];
  const span = $derived.by(() => {
    if (!keep) return { fromMs: 0, toMs: 1 };
    const far = Math.max(...keep.surfaces.map((s) => Math.min(s.sandBack.p50, keep.servedMs + 12 * 365 * DAY_MS)));
    return { fromMs: Math.min(keep.servedMs, desk.minuteMs) - 60 * DAY_MS, toMs: far + 200 * DAY_MS };
  });
</script>

<JobTitle facts={desk.live.keep ? 'Counted from the last coat' : 'As planned'} />

{#if !keep}
  <section class="mt-6 max-w-xl text-[16px]">
    <h2>No upkeep yet</h2>
    <p class="mt-2">
      Once a start is booked or the last coat is laid, the next re-oiling is worked out here from how the place is lived
      in.
    </p>
  </section>
{:else}
  <div class="grid gap-8 pt-3 lg:grid-cols-[minmax(0,1fr)_280px]">
    <section aria-label="When to re-oil">
      {#each keep.surfaces as k (k.surfaceId)}
        {@const surface = desk.job.surfaces.find((s) => s.id === k.surfaceId)}
        {@const living = livingOf(k.surfaceId)}
        <div class="border-b border-rule py-4">
          <div class="flex flex-wrap items-baseline gap-x-4">
            <h2>{surface?.name}</h2>
            <span class="text-[17px]"
              >re-oil
              <Why
                about="next re-oiling, {surface?.name}"
                formula="a full reserve falls by base × traffic × sun × wet × care each year; re-oil at 0.40"
                lines={[
                  { name: 'base a year', value: decimals(k.basePerYear, 2), grade: 'house' },
                  {
                    name: `traffic: ${living.traffic}`,
                    value: `× ${decimals(wearData.traffic[living.traffic], 2)}`,
                    grade: 'house'
                  },
                  { name: 'sun', value: `× ${decimals(outdoors ? living.sun : 1, 2)}`, grade: 'house' },
                  { name: `water: ${living.wet}`, value: `× ${decimals(wearData.wet[living.wet], 2)}`, grade: 'house' },
                  {
                    name: `soap: ${living.soap}`,
                    value: `× ${decimals(wearData.soap[living.soap], 2)}`,
                    grade: 'house'
                  },
                  { name: 'years from 1 to 0.40', value: decimals(0.6 / k.perYear, 1), grade: 'house' }
                ]}><b class="fig text-[26px]">{monthYear(k.reoil.p50, zone)}</b></Why
              >
            </span>
            <span class="dim"
              >80 % between {monthYear(k.reoil.p10, zone)} and {monthYear(k.reoil.p90, zone)}. Sand back from {monthYear(
                k.sandBack.p50,
                zone
              )}</span
            >
          </div>
          <div class="mt-2">
            <WearCurve
              servedMs={keep.servedMs}
              perYear={k.perYear}
              reoil={k.reoil}
              sandBack={k.sandBack}
              nowMs={desk.minuteMs}
              timeZone={zone}
              {...span}
            />
          </div>
        </div>
      {/each}
      <p class="mt-3">
        Re-oiling is: clean, denib, one maintenance coat of {careCard?.name}, {top?.colour}. Sooner, if a drop of water
        goes flat within 5 min. Damage between: {desk.knowledge.house.repair} (house).
      </p>
    </section>
    <section aria-label="How it is lived in" class="grid content-start gap-4">
      {#each lived as { id, name, living } (id)}
        <h2 class="border-b-[1.5px] border-ink pb-1">{name}</h2>
        <Choice
          label="Traffic"
          value={living.traffic}
          options={options<Traffic>(wearData.traffic)}
          onchange={(v) => setLiving(id, (l) => (l.traffic = v))}
          disabled={!desk.mayEdit}
        />
        {#if outdoors}<Choice
            label="Sun"
            value={String(living.sun)}
            options={SUNS.map((s) => ({
              value: String(s),
              label: `× ${s}`,
              note: s === 0.6 ? 'north, shaded' : s === 1.4 ? 'flat and open' : ''
            }))}
            onchange={(v) => setLiving(id, (l) => (l.sun = Number(v)))}
            disabled={!desk.mayEdit}
          />{/if}
        <Choice
          label="Water"
          value={living.wet}
          options={options<Wetness>(wearData.wet)}
          onchange={(v) => setLiving(id, (l) => (l.wet = v))}
          disabled={!desk.mayEdit}
        />
        <Choice
          label="Soap"
          value={living.soap}
          options={options<Soap>(wearData.soap)}
          onchange={(v) => setLiving(id, (l) => (l.soap = v))}
          disabled={!desk.mayEdit}
        />
      {/each}
      <a class="link" href="/care">All surfaces in care</a>
      <a class="link" href="/api/jobs/{desk.id}" download>Export this job as a file</a>
    </section>
  </div>
{/if}
{#if desk.state.coats.length && namesFaces(board)}<div class="mt-6"><PieceBoard {board} /></div>{/if}
