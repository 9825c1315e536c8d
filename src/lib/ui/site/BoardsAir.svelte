<script lang="ts">
  import { parsePercent, showPercent } from '$core/units';
  import QuantityField from '../fields/QuantityField.svelte';
  import TimeField from '../fields/TimeField.svelte';
  import Tick from '../fields/Tick.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';

  const desk = useJobDesk();
  const { site } = $derived(desk.there);
  const shaded = $derived(site.exposure.shadeByHours ?? []);
</script>

<QuantityField
  label="Shaded all day"
  value={site.exposure.shade}
  units={desk.units}
  parse={parsePercent(0, 100)}
  show={showPercent}
  onchange={(v) => desk.editPlace((j) => (j.site.exposure.shade = v))}
/>
{#each shaded as s, i (i)}
  <div class="grid grid-cols-2 items-end gap-2">
    <TimeField
      label="Shade from"
      value={s.from}
      onchange={(v) => desk.editPlace((j) => (j.site.exposure.shadeByHours![i]!.from = v))}
    />
    <TimeField
      label="to"
      value={s.to}
      onchange={(v) => desk.editPlace((j) => (j.site.exposure.shadeByHours![i]!.to = v))}
    />
    <QuantityField
      label="how deep"
      value={s.shade}
      units={desk.units}
      parse={parsePercent(0, 100)}
      show={showPercent}
      onchange={(v) => desk.editPlace((j) => (j.site.exposure.shadeByHours![i]!.shade = v))}
    />
    <button class="btn line" onclick={() => desk.editPlace((j) => void j.site.exposure.shadeByHours!.splice(i, 1))}
      >Take out<span class="unseen"> the shade from {s.from}</span></button
    >
  </div>
{/each}
{#if shaded.length < 6}
  <button
    class="btn line justify-self-start"
    onclick={() =>
      desk.editPlace((j) => (j.site.exposure.shadeByHours ??= []).push({ from: '14:00', to: '20:00', shade: 0.9 }))}
    >Add shade by hours</button
  >
{/if}
<QuantityField
  label="Sheltered from the night sky"
  value={site.exposure.shelter}
  units={desk.units}
  parse={parsePercent(0, 100)}
  show={showPercent}
  onchange={(v) => desk.editPlace((j) => (j.site.exposure.shelter = v))}
/>
<Tick
  label="Upright, not flat"
  checked={site.exposure.tiltDeg >= 45}
  onchange={(on) => desk.editPlace((j) => (j.site.exposure.tiltDeg = on ? 90 : 0))}
/>
<Tick label="Lamps on site" checked={site.lamps} onchange={(on) => desk.editPlace((j) => (j.site.lamps = on))} />
