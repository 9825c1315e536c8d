<script lang="ts">
  import type { EventData } from '$core/log';
  import { parsePercent, parseTemperature, showPercent, showTemperature } from '$core/units';
  import QuantityField from '../fields/QuantityField.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';

  const { onclose }: { onclose: (eventId?: string) => void } = $props();
  const desk = useJobDesk();
  let reading = $state<Omit<EventData<'reading.taken'>, 'place'>>({});

  async function write() {
    if (Object.keys(reading).length > 0)
      onclose(await desk.write('reading.taken', { place: desk.job.placeId, ...reading }));
  }
</script>

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
    value={reading.rh ?? null}
    units={desk.units}
    parse={parsePercent(0, 100)}
    show={showPercent}
    onchange={(v) => (reading.rh = v)}
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
    value={reading.mcPercent === undefined ? null : reading.mcPercent / 100}
    units={desk.units}
    parse={parsePercent(1, 60)}
    show={showPercent}
    onchange={(v) => (reading.mcPercent = v * 100)}
  />
  <div class="grid grid-cols-2 gap-2">
    <button class="btn min-h-14" onclick={write}>Write it down</button>
    <button class="btn line min-h-14" onclick={() => onclose()}>Not now</button>
  </div>
</section>
