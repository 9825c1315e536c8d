<script lang="ts">
  import { wallName, type Exit, type Surface } from '$core/surface';
  import Choice from '../fields/Choice.svelte';
  import TextField from '../fields/TextField.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import LengthField from '../job-desk/LengthField.svelte';

  interface Props {
    surface: Surface;
    path: string;
    sides: number;
    onchange: (change: (s: Surface) => void, field?: string) => void;
  }
  /** Doors and openings: the ways out, which the bays are laid towards. */
  const { surface, path, sides, onchange }: Props = $props();
  const desk = useJobDesk();
  const list = $derived(surface.exits ?? []);
  const sideOptions = $derived(
    Array.from({ length: sides }, (_, i) => ({ value: String(i), label: `Side ${wallName(i)}` }))
  );
  const set = (i: number, change: (e: Exit) => void, field?: string) =>
    onchange((s) => change(s.exits![i]!), field && `exit ${i} ${field}`);
  const add = () =>
    onchange((s) => {
      s.exits = [
        ...(s.exits ?? []),
        { id: `exit-${Date.now().toString(36)}`, name: 'door', side: 0, alongM: 0.1, widthM: 0.9 }
      ];
    });
</script>

<h2 class="mt-5 border-b-[1.5px] border-ink pb-1">Ways out</h2>
{#each list as e, i (e.id)}
  {@const problem = desk.problemAt(`${path}/exits/${i}`)}
  <div class="grid grid-cols-2 gap-x-2 gap-y-1 border-b border-rule bg-sheet p-2">
    <TextField
      label="Name"
      value={e.name}
      errors={e.name ? null : ['Give it a name.']}
      oninput={(x) => set(i, (q) => (q.name = x.currentTarget.value), 'name')}
    />
    <Choice
      label="On"
      value={String(e.side)}
      options={sideOptions}
      onchange={(v) => set(i, (q) => (q.side = Number(v)))}
    />
    <LengthField label="Along it" value={e.alongM} zero onchange={(v) => set(i, (q) => (q.alongM = v), 'along')} />
    <LengthField label="Opening" value={e.widthM} onchange={(v) => set(i, (q) => (q.widthM = v), 'width')} />
    {#if problem}<p class="col-span-2 font-semibold text-stop">{problem}</p>{/if}
    <button class="link justify-self-start text-[13px]" onclick={() => onchange((s) => void s.exits!.splice(i, 1))}
      >Take out<span class="unseen"> {e.name}</span></button
    >
  </div>
{:else}
  <p class="mt-2 text-[14px]">None yet. The last bay must end at one.</p>
{/each}
<button class="btn line mt-2 w-full" onclick={add}>Add a way out</button>
