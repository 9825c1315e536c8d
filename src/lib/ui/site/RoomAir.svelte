<script lang="ts">
  import { SHUT_AIR_CHANGES } from '$core/window';
  import {
    parseNumber,
    parsePercent,
    parseTemperature,
    parseTemperatureGap,
    showNumber,
    showPercent,
    showTemperature,
    showTemperatureGap
  } from '$core/units';
  import Choice from '../fields/Choice.svelte';
  import QuantityField from '../fields/QuantityField.svelte';
  import TimeField from '../fields/TimeField.svelte';
  import Tick from '../fields/Tick.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';

  const desk = useJobDesk();
  const { room } = $derived(desk.there.site);
  const KINDS = [
    { value: 'held' as const, label: 'Held', note: 'a thermostat, humidity known' },
    { value: 'follows outdoors' as const, label: 'Follows the weather', note: 'no heating, or hardly any' }
  ];
  const follows = $derived(room.kind === 'follows outdoors');
</script>

<Choice
  label="The room is"
  value={room.kind ?? 'held'}
  options={KINDS}
  onchange={(v) => desk.editPlace((j) => (j.site.room.kind = v))}
/>
{#if follows}
  <QuantityField
    label="Warmer than the air outside by"
    value={room.offsetC ?? 0}
    units={desk.units}
    parse={parseTemperatureGap}
    show={showTemperatureGap}
    onchange={(v) => desk.editPlace((j) => (j.site.room.offsetC = v))}
    problem={desk.problemAt(`${desk.placePath}/room/offsetC`)}
  />
  <QuantityField
    label="Air changes an hour, windows shut"
    value={room.airChangesPerHour ?? SHUT_AIR_CHANGES}
    units={desk.units}
    parse={parseNumber(0, 60)}
    show={showNumber}
    onchange={(v) => desk.editPlace((j) => (j.site.room.airChangesPerHour = v), 'changes')}
    problem={desk.problemAt(`${desk.placePath}/room/airChangesPerHour`)}
  />
  <Tick
    label="Windows are opened every day"
    checked={Boolean(room.windowsOpen)}
    onchange={(on) =>
      desk.editPlace((j) => {
        if (on) j.site.room.windowsOpen = { from: '10:00', to: '16:00' };
        else delete j.site.room.windowsOpen;
      })}
  />
  {#if room.windowsOpen}
    <div class="grid grid-cols-2 gap-2">
      <TimeField
        label="Windows open from"
        value={room.windowsOpen.from}
        onchange={(v) => desk.editPlace((j) => (j.site.room.windowsOpen!.from = v))}
      />
      <TimeField
        label="Windows open to"
        value={room.windowsOpen.to}
        onchange={(v) => desk.editPlace((j) => (j.site.room.windowsOpen!.to = v))}
      />
    </div>
  {/if}
{:else}
  <QuantityField
    label="Air temperature"
    value={room.tempC}
    units={desk.units}
    parse={parseTemperature}
    show={showTemperature}
    onchange={(v) => desk.editPlace((j) => (j.site.room.tempC = v))}
    problem={desk.problemAt(`${desk.placePath}/room/tempC`)}
  />
  <QuantityField
    label="Humidity"
    value={room.rh}
    units={desk.units}
    parse={parsePercent(5, 100)}
    show={showPercent}
    onchange={(v) => desk.editPlace((j) => (j.site.room.rh = v))}
  />
{/if}
<QuantityField
  label="Floor warmer than the air, underfloor heating"
  value={room.floorExcessC}
  units={desk.units}
  parse={parseTemperatureGap}
  show={showTemperatureGap}
  onchange={(v) => desk.editPlace((j) => (j.site.room.floorExcessC = v))}
  problem={desk.problemAt(`${desk.placePath}/room/floorExcessC`)}
/>
