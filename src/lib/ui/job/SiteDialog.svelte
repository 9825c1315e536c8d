<script lang="ts">
  import { Dialog } from 'bits-ui';
  import { WEEKDAYS } from '$core/calendar';
  import { parsePercent, showPercent } from '$core/units';
  import { placeOf } from '$core/document';
  import Choice from '../fields/Choice.svelte';
  import QuantityField from '../fields/QuantityField.svelte';
  import TextField from '../fields/TextField.svelte';
  import TimeField from '../fields/TimeField.svelte';
  import Tick from '../fields/Tick.svelte';
  import BoardsAir from '../site/BoardsAir.svelte';
  import ClosuresField from '../site/ClosuresField.svelte';
  import PlaceOfHouse from '../site/PlaceOfHouse.svelte';
  import RoomAir from '../site/RoomAir.svelte';
  import WeatherFile from '../site/WeatherFile.svelte';
  import { clock } from '../clock/clock.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';

  let { open = $bindable() }: { open: boolean } = $props();
  const desk = useJobDesk();
  const { site } = $derived(desk.there);
  const DAY_WORDS = { mon: 'Mon', tue: 'Tue', wed: 'Wed', thu: 'Thu', fri: 'Fri', sat: 'Sat', sun: 'Sun' } as const;
</script>

<Dialog.Root bind:open>
  <Dialog.Portal>
    <Dialog.Overlay class="veil" />
    <Dialog.Content class="dialog">
      <Dialog.Title class="font-fig text-[20px] font-bold">Hours, air and crew</Dialog.Title>
      {#if desk.job.moves}
        <div class="mt-3 max-w-[320px]">
          <Choice
            label="Place"
            value={desk.there.placeId}
            options={[
              { value: desk.job.placeId, label: placeOf(desk.document, desk.job).name },
              ...desk.job.moves.map((m) => ({ value: m.placeId, label: m.name, note: `from coat ${m.before} on` }))
            ].filter((o, i, all) => all.findIndex((x) => x.value === o.value) === i)}
            onchange={(v) => (desk.placeId = v)}
          />
        </div>
      {/if}
      <PlaceOfHouse />
      <div class="mt-3 grid gap-6 sm:grid-cols-2">
        <section>
          <h2>Working hours</h2>
          {#each WEEKDAYS as d (d)}
            {@const h = site.workingHours[d]}
            <div class="grid grid-cols-[84px_1fr_1fr] items-center gap-2 border-b border-rule py-1">
              <Tick
                label={DAY_WORDS[d]}
                checked={Boolean(h)}
                onchange={(on) =>
                  desk.editPlace((j) => {
                    if (on) j.site.workingHours[d] = { from: '07:30', to: '17:30' };
                    else delete j.site.workingHours[d];
                  })}
              />
              {#if h}
                <TimeField
                  quiet
                  label="{DAY_WORDS[d]} from"
                  value={h.from}
                  onchange={(v) => desk.editPlace((j) => (j.site.workingHours[d]!.from = v))}
                />
                <TimeField
                  quiet
                  label="{DAY_WORDS[d]} to"
                  value={h.to}
                  problem={desk.problemAt(`${desk.placePath}/workingHours/${d}`)}
                  onchange={(v) => desk.editPlace((j) => (j.site.workingHours[d]!.to = v))}
                />
              {:else}<span class="dim col-span-2">off</span>{/if}
            </div>
            {#if desk.problemAt(`${desk.placePath}/workingHours/${d}`)}<p class="text-[13px] font-semibold text-stop">
                {DAY_WORDS[d]}
                {desk.problemAt(`${desk.placePath}/workingHours/${d}`)}
              </p>{/if}
          {/each}
        </section>
        <section class="grid content-start gap-3">
          <h2>{site.setting === 'indoor' ? 'Air of the room' : 'Place of the boards'}</h2>
          {#if site.setting === 'indoor'}<RoomAir />{:else}<BoardsAir />{/if}
          <QuantityField
            label="Wood moisture, measured now"
            value={site.moisture ? site.moisture.percent / 100 : null}
            units={desk.units}
            parse={parsePercent(1, 60)}
            show={showPercent}
            onchange={(v) =>
              desk.editPlace(
                (j) => (j.site.moisture = { percent: v * 100, at: new Date(Math.round(clock.read())).toISOString() })
              )}
          />
          <TextField
            label="People on the job"
            type="number"
            min="1"
            max="20"
            value={desk.job.crew.people}
            errors={desk.problemAt('/crew/people') ? ['One to twenty people.'] : null}
            oninput={(e) => desk.edit((j) => (j.crew.people = Number(e.currentTarget.value)))}
          />
        </section>
      </div>
      <ClosuresField />
      <WeatherFile />
      <Dialog.Close class="btn mt-5">Done</Dialog.Close>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
