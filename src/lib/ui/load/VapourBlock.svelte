<script lang="ts">
  import { heaviestDoses } from '$core/job';
  import { vapourGPerM3, vapourIn } from '$core/safety';
  import { decimals } from '$core/units';
  import { partName } from '$words/part-words';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Sign from '../marks/Sign.svelte';
  import TextField from '../fields/TextField.svelte';

  /** Solvent in the room after the heaviest day of the part: the curve, when it is below the house's reference, how far from flammable. */
  const desk = useJobDesk();
  const house = $derived(desk.knowledge.house);
  const room = $derived(desk.job.site.room);
  /** Never guessed from the wood that is oiled: a table stands in a hall. */
  const volumeM3 = $derived(room.volumeM3);
  const changes = $derived(room.airChangesPerHour ?? house.vapour.airChangesPerHour);
  /** The part's own coat, and what other parts lay in the same room that day. */
  const doses = $derived(heaviestDoses(desk.view.parts, desk.job.part));
  const grams = $derived(doses.reduce((sum, d) => sum + d.grams, 0));
  const lelGPerM3 = $derived(Math.min(...doses.map((d) => d.lelGPerM3)));
  const whose = $derived(
    doses
      .map((d, i) =>
        i === 0
          ? `Coat ${d.coat}, ${d.product}`
          : `${partName(desk.document, d.part)} that day, coat ${d.coat}, ${d.product}`
      )
      .join(' and ')
  );
  const seen = $derived(
    volumeM3 === undefined ? null : vapourIn(grams, { volumeM3, airChangesPerHour: changes }, lelGPerM3, house)
  );
  const hours = $derived(
    Math.min(
      240,
      Math.max(
        12,
        Math.ceil((Number.isFinite(seen?.belowReferenceHours ?? 0) ? (seen?.belowReferenceHours ?? 12) : 72) * 1.25)
      )
    )
  );
  const W = 320;
  const H = 120;
  const top = $derived(Math.max(seen?.peakGPerM3 ?? 0, house.vapour.referenceGPerM3) * 1.15);
  const y = $derived((c: number) => H - (c / top) * H);
  const path = $derived(
    Array.from({ length: 81 }, (_, i) => {
      const t = (hours * i) / 80;
      return `${i ? 'L' : 'M'}${((t / hours) * W).toFixed(1)} ${y(vapourGPerM3(grams, volumeM3 ?? 1, changes, t, house.vapour.halfLifeHours)).toFixed(1)}`;
    }).join('')
  );
  const hoursWords = (h: number) =>
    Number.isFinite(h) ? `${decimals(h, h < 10 ? 1 : 0, true)} h` : 'not within sixty days';
  let wrong = $state<Record<string, string>>({});
  function typed(key: 'volumeM3' | 'airChangesPerHour', text: string, least: number, most: number) {
    const n = Number(text.replace(',', '.'));
    if (text.trim() === '' || !(n >= least && n <= most)) {
      wrong = { ...wrong, [key]: `A number, ${least} to ${most}.` };
      return;
    }
    wrong = { ...wrong, [key]: '' };
    desk.editPart((d) => (d.site.room[key] = n), key);
  }
</script>

<section aria-label="Vapour" class="mt-5">
  <h2 class="border-b-[1.5px] border-ink pb-1">Solvent in the room</h2>
  {#if grams < 1}
    <p class="mt-2">No solvent to speak of on these cards.</p>
  {:else}
    {#if !seen}<p class="mt-2">
        <b>{whose}: {decimals(grams, 0)} g of solvent.</b> How large is the room? Its vapour is worked out from it; nobody
        has measured it yet.
      </p>
    {:else}
      {#if seen.warn}<p class="stop-note" role="alert">
          <Sign kind="stop" size={20} /><span
            ><b>{decimals(seen.lelShare * 100, 1)} % of the lower explosive limit at the peak.</b> Ignition sources out, more
            air through, nobody lives there meanwhile.</span
          >
        </p>{/if}
      <p class="mt-2">
        {whose}: {decimals(seen.solventG, 0)} g of solvent.
        {#if seen.belowReferenceHours === null}Never above our reference of {house.vapour.referenceGPerM3} g/m³.
        {:else}<b>Below {house.vapour.referenceGPerM3} g/m³ after {hoursWords(seen.belowReferenceHours)}.</b>{/if}
        Peak {decimals(seen.peakGPerM3, 2)} g/m³ after {hoursWords(seen.peakHours)}, {decimals(seen.lelShare * 100, 1)} %
        of the lower explosive limit.
      </p>
      <svg
        viewBox="0 -4 {W} {H + 22}"
        role="img"
        aria-label="Vapour over {hours} hours: peak {decimals(seen.peakGPerM3, 2)} grams a cubic metre, then falling"
      >
        <path d="M0 {H}H{W}M0 0V{H}" stroke="var(--ink)" fill="none" />
        <path d="M0 {y(house.vapour.referenceGPerM3)}H{W}" stroke="var(--go)" stroke-dasharray="5 4" fill="none" />
        <text x={W - 2} y={y(house.vapour.referenceGPerM3) - 4} text-anchor="end" font-size="11">our reference</text>
        <path d={path} fill="none" stroke="var(--ink)" stroke-width="2.5" />
        {#each [0, 0.25, 0.5, 0.75, 1] as s (s)}<text
            x={s * W}
            y={H + 15}
            font-size="11"
            text-anchor={s === 0 ? 'start' : s === 1 ? 'end' : 'middle'}>{Math.round(s * hours)} h</text
          >{/each}
      </svg>
    {/if}
    <div class="grid grid-cols-2 gap-3">
      <TextField
        label="Room, m³"
        inputmode="decimal"
        value={volumeM3 === undefined ? '' : decimals(volumeM3, 1, true)}
        errors={wrong.volumeM3 ? [wrong.volumeM3] : null}
        hint={volumeM3 === undefined ? 'length × width × height' : undefined}
        onchange={(e) => typed('volumeM3', e.currentTarget.value, 1, 1000000)}
      />
      <TextField
        label="Air changes an hour"
        inputmode="decimal"
        value={decimals(changes, 2, true)}
        errors={wrong.airChangesPerHour ? [wrong.airChangesPerHour] : null}
        hint={room.airChangesPerHour === undefined ? 'shut windows; a draught is 5 to 10' : undefined}
        onchange={(e) => typed('airChangesPerHour', e.currentTarget.value, 0, 60)}
      />
    </div>
    <p class="dim mt-2 text-[13px]">
      A guide, not a measurement. {desk.plan.cautionsClosing}
    </p>
  {/if}
</section>

<style>
  svg {
    width: 100%;
    margin-top: 8px;
  }
</style>
