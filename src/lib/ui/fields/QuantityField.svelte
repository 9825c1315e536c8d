<script lang="ts">
  import type { Parsed, UnitSystem } from '$core/units';

  interface Props {
    label: string;
    /** The SI value; null when nothing is typed yet. */
    value: number | null;
    units: UnitSystem;
    parse: (text: string, units: UnitSystem) => Parsed;
    show: (value: number, units: UnitSystem) => string;
    onchange: (value: number) => void;
    quiet?: boolean;
    big?: boolean;
    problem?: string;
    id?: string;
  }
  const { label, value, units, parse, show, onchange, quiet = false, big = false, problem, id }: Props = $props();
  const own = $props.id();
  const fieldId = $derived(id ?? own);
  let typing = $state<string | null>(null);
  /** Without the commas of thousands: what stands in a field can be typed again. */
  const text = $derived(typing ?? (value === null ? '' : show(value, units).replaceAll(',', '')));
  const read = $derived(typing === null ? null : parse(typing, units));
  const wrong = $derived(read && !read.ok ? read.problem : (problem ?? ''));

  function typed(t: string) {
    typing = t;
    const r = parse(t, units);
    if (r.ok) onchange(r.value);
  }
  /** What is wrong stays to be seen; what was right turns into its echo. */
  function leave() {
    if (read?.ok) typing = null;
  }
</script>

<div class="quantity">
  <label for={fieldId} class={quiet ? 'unseen' : 'mb-1 block font-semibold'}>{label}</label>
  <input
    id={fieldId}
    class="field {big ? 'big fig' : ''}"
    inputmode="text"
    autocomplete="off"
    value={text}
    aria-invalid={wrong ? true : undefined}
    aria-describedby="{fieldId}-d"
    oninput={(e) => typed(e.currentTarget.value)}
    onblur={leave}
    onfocus={(e) => e.currentTarget.select()}
  />
  <p id="{fieldId}-d" class={wrong ? 'bad' : 'echo'}>{wrong || (read?.ok ? read.echo : '')}</p>
</div>

<style>
  .big {
    font-size: 23px;
    min-height: 46px;
  }
  .bad {
    color: var(--stop);
    font-weight: 600;
    font-size: 13px;
    margin-top: 3px;
  }
  .quantity {
    position: relative;
  }
  /* Hangs under the field: leaving it moves nothing, so that the next tap lands where it was aimed. */
  .echo:not(:empty) {
    position: absolute;
    z-index: 5;
    top: 100%;
    left: 0;
    padding: 1px 7px;
    background: var(--sheet);
    border: 1px solid var(--rule-2);
    color: var(--ink);
    font-size: 13px;
    white-space: nowrap;
    pointer-events: none;
  }
</style>
