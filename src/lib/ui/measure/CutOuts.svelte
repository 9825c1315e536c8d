<script lang="ts">
  import { wallName, type CutOut, type Surface, kindRow } from '$core/surface';
  import Choice from '../fields/Choice.svelte';
  import TextField from '../fields/TextField.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import LengthField from '../job-desk/LengthField.svelte';
  import { CUT_OUT_KINDS, type Options } from './choices';

  interface Props {
    surface: Surface;
    path: string;
    sides: number;
    onchange: (change: (s: Surface) => void, field?: string) => void;
  }
  const { surface, path, sides, onchange }: Props = $props();
  const desk = useJobDesk();
  const list = $derived(surface.cutOuts ?? []);
  const sideOptions = $derived(
    Array.from({ length: Math.max(1, sides) }, (_, i) => ({ value: String(i), label: `Side ${wallName(i)}` }))
  );
  const SHAPES: Options<'rectangle' | 'circle'> = [
    { value: 'rectangle', label: 'Rectangle' },
    { value: 'circle', label: 'Round' }
  ];
  const set = (i: number, change: (c: CutOut) => void, field?: string) =>
    onchange((s) => change(s.cutOuts![i]!), field && `cut-out ${i} ${field}`);
  const reshape = (i: number, type: 'rectangle' | 'circle') =>
    set(i, (c) => {
      const wide = c.shape.type === 'rectangle' ? c.shape.lengthM : c.shape.type === 'circle' ? c.shape.diameterM : 0.4;
      c.shape = type === 'circle' ? { type, diameterM: wide } : { type, lengthM: wide, widthM: wide };
    });
  function add() {
    const kind = kindRow(surface.kind).cutOut;
    onchange((s) => {
      s.cutOuts = [
        ...(s.cutOuts ?? []),
        {
          id: `cut-${Date.now().toString(36)}`,
          name: CUT_OUT_KINDS.find((k) => k.value === kind)!.label.toLowerCase(),
          kind,
          side: 0,
          alongM: 0.1,
          inM: 0.1,
          shape: { type: 'rectangle', lengthM: 0, widthM: 0 }
        }
      ];
    });
  }
</script>

<h2 class="mt-5 border-b-[1.5px] border-ink pb-1">Cut out</h2>
{#each list as c, i (c.id)}
  {@const problem = desk.problemAt(`${path}/cutOuts/${i}`)}
  <div class="one" class:bad={problem}>
    <span class="no" aria-hidden="true">{i + 1}</span>
    <div class="fields">
      <TextField
        label="Name"
        value={c.name}
        errors={c.name ? null : ['Give it a name.']}
        oninput={(e) => set(i, (x) => (x.name = e.currentTarget.value), 'name')}
      />
      <Choice label="What" value={c.kind} options={CUT_OUT_KINDS} onchange={(v) => set(i, (x) => (x.kind = v))} />
      {#if c.shape.type !== 'points'}
        <Choice label="Form" value={c.shape.type} options={SHAPES} onchange={(v) => reshape(i, v)} />
      {:else}<p class="self-end pb-2">{c.shape.points.length} corners, from a file</p>{/if}
      <Choice
        label="From"
        value={String(c.side)}
        options={sideOptions}
        onchange={(v) => set(i, (x) => (x.side = Number(v)))}
      />
      <LengthField
        id="cut-{i}"
        label="Along it"
        value={c.alongM}
        zero
        onchange={(v) => set(i, (x) => (x.alongM = v), 'along')}
      />
      <LengthField label="Away from it" value={c.inM} zero onchange={(v) => set(i, (x) => (x.inM = v), 'in')} />
      {#if c.shape.type === 'rectangle'}
        <LengthField
          label="Length"
          value={c.shape.lengthM}
          onchange={(v) => set(i, (x) => x.shape.type === 'rectangle' && (x.shape.lengthM = v), 'length')}
        />
        <LengthField
          label="Width"
          value={c.shape.widthM}
          onchange={(v) => set(i, (x) => x.shape.type === 'rectangle' && (x.shape.widthM = v), 'width')}
        />
      {:else if c.shape.type === 'circle'}
        <LengthField
          label="Diameter"
          value={c.shape.diameterM}
          onchange={(v) => set(i, (x) => x.shape.type === 'circle' && (x.shape.diameterM = v), 'diameter')}
        />
      {/if}
    </div>
    {#if problem}<p class="col-span-2 font-semibold text-stop">{problem}</p>{/if}
    <button
      class="link col-start-2 justify-self-start text-[13px]"
      onclick={() => onchange((s) => void s.cutOuts!.splice(i, 1))}
      >Take out<span class="unseen"> {c.name}</span></button
    >
  </div>
{/each}
<button class="btn line mt-2 w-full" onclick={add}>Add a cut-out</button>

<style>
  .one {
    display: grid;
    grid-template-columns: 24px minmax(0, 1fr);
    gap: 4px 10px;
    background: var(--sheet);
    border-bottom: 1px solid var(--rule);
    padding: 8px;
  }
  .one.bad {
    box-shadow: inset 4px 0 0 var(--stop);
  }
  .no {
    display: grid;
    place-items: center;
    width: 24px;
    height: 24px;
    background: var(--ink);
    color: var(--on-ink);
    font: 700 13px var(--fig);
  }
  .fields {
    display: grid;
    grid-template-columns: repeat(2, minmax(0, 1fr));
    gap: 4px 8px;
  }
</style>
