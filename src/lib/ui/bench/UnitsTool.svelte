<script lang="ts">
  import {
    parseArea,
    parseLength,
    parseMass,
    parseTemperature,
    parseVolume,
    showArea,
    showLength,
    showMass,
    showTemperature,
    showVolume,
    type Parsed,
    type UnitSystem
  } from '$core/units';
  import TextField from '../fields/TextField.svelte';
  import type { BenchParams } from './bench-params.svelte';

  /** The same quantity in both systems, typed as it stands on the tin, the tape or the tablet. */
  const { p, units }: { p: BenchParams; units: UnitSystem } = $props();
  const KINDS: {
    key: string;
    name: string;
    hint: string;
    parse: (t: string, u: UnitSystem) => Parsed;
    show: (v: number, u: UnitSystem) => string;
  }[] = [
    { key: 'length', name: 'Length', hint: `3.45 m, 12' 6 1/2"`, parse: parseLength, show: showLength },
    { key: 'area', name: 'Area', hint: '68.4 m², 736 sq ft', parse: parseArea, show: showArea },
    { key: 'volume', name: 'Volume', hint: '1.5 L, 1 gal 2 fl oz', parse: parseVolume, show: showVolume },
    { key: 'mass', name: 'Weight', hint: '1,175 g, 2 lb 3 oz', parse: parseMass, show: showMass },
    {
      key: 'temperature',
      name: 'Temperature',
      hint: '20 °C, 68 °F',
      parse: parseTemperature,
      show: (v, u) => showTemperature(v, u, 1)
    }
  ];
</script>

{#each KINDS as k (k.key)}
  {@const text = p.text(k.key, '')}
  {@const read = text.trim() ? k.parse(text, units) : null}
  <div class="row">
    <TextField
      label={k.name}
      value={text}
      placeholder={k.hint}
      oninput={(e) => p.set(k.key, e.currentTarget.value)}
      errors={read && !read.ok ? [read.problem] : null}
    />
    {#if read?.ok}<p class="both fig" role="status">{k.show(read.value, 'metric')} = {k.show(read.value, 'us')}</p>{/if}
  </div>
{/each}

<style>
  .row {
    padding-bottom: 12px;
    margin-bottom: 12px;
    border-bottom: 1px solid var(--rule);
  }
  .both {
    font-size: 30px;
    line-height: 36px;
    margin-top: 6px;
  }
</style>
