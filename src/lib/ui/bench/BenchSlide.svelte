<script lang="ts">
  import QuantityField from '../fields/QuantityField.svelte';
  import type { Parsed, UnitSystem } from '$core/units';

  interface Props {
    label: string;
    value: number;
    least: number;
    most: number;
    step: number;
    units: UnitSystem;
    parse: (text: string, units: UnitSystem) => Parsed;
    show: (value: number, units: UnitSystem) => string;
    onchange: (value: number) => void;
  }
  /** A quantity for one thumb: typed, or stepped by wide buttons. */
  const { label, value, least, most, step, units, parse, show, onchange }: Props = $props();
  const held = (v: number) => onchange(Math.min(most, Math.max(least, v)));
  const problem = $derived(value < least || value > most ? 'Out of range.' : '');
</script>

<div class="slide">
  <button class="btn line" aria-label="{label}: less" disabled={value <= least} onclick={() => held(value - step)}
    >−</button
  >
  <QuantityField {label} {value} {units} {parse} {show} big {problem} onchange={held} />
  <button class="btn line" aria-label="{label}: more" disabled={value >= most} onclick={() => held(value + step)}
    >+</button
  >
</div>

<style>
  .slide {
    display: grid;
    grid-template-columns: 56px minmax(0, 1fr) 56px;
    gap: 8px;
    align-items: end;
    margin-bottom: 14px;
  }
  .slide .btn {
    min-height: 48px;
    padding: 0;
    font-size: 24px;
  }
</style>
