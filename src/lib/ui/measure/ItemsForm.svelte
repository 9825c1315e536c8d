<script lang="ts">
  import type { ShapeOf } from '$core/surface';
  import CountField from '../fields/CountField.svelte';
  import TextField from '../fields/TextField.svelte';
  import LengthField from '../job-desk/LengthField.svelte';

  type Items = ShapeOf<'panels'> | ShapeOf<'lengths'>;
  /** A list of pieces alike: panels by width and height, rails by length and girth. */
  const { shape, onchange }: { shape: Items; onchange: (change: (s: Items) => void, field?: string) => void } =
    $props();
  const keys = $derived(
    shape.type === 'panels'
      ? ([
          ['widthM', 'Width'],
          ['heightM', 'Height']
        ] as const)
      : ([
          ['lengthM', 'Length'],
          ['girthM', 'Girth']
        ] as const)
  );
  type Row = { name: string; count: number } & Record<string, number | string>;
  const rows = $derived(shape.items as unknown as Row[]);
  const row = (s: Items, i: number) => (s.items as unknown as Row[])[i]!;
  const add = () =>
    onchange((s) => {
      if (s.type === 'panels') s.items.push({ name: 'door', count: 1, widthM: 0, heightM: 0 });
      else s.items.push({ name: 'baluster', count: 1, lengthM: 0, girthM: 0 });
    });
</script>

<h2 class="mt-4 border-b-[1.5px] border-ink pb-1">{shape.type === 'panels' ? 'Panels' : 'Pieces'}</h2>
{#each rows as r, i (i)}
  <div class="grid grid-cols-2 gap-x-3 gap-y-1 border-b border-rule bg-sheet p-2">
    <TextField
      label="Piece {i + 1}"
      value={r.name}
      errors={r.name ? null : ['Give it a name.']}
      oninput={(e) => onchange((s) => (row(s, i).name = e.currentTarget.value), `piece ${i}`)}
    />
    <CountField
      label="How many"
      value={r.count}
      least={1}
      most={2000}
      onchange={(v) => onchange((s) => (row(s, i).count = v), `count ${i}`)}
    />
    {#each keys as [key, label] (key)}
      <LengthField
        {label}
        small={key === 'girthM'}
        value={r[key] as number}
        onchange={(v) => onchange((s) => (row(s, i)[key] = v), `${key} ${i}`)}
      />
    {/each}
    {#if rows.length > 1}<button
        class="link justify-self-start text-[13px]"
        onclick={() => onchange((s) => void s.items.splice(i, 1))}
        >Take out<span class="unseen"> piece {i + 1}</span></button
      >{/if}
  </div>
{/each}
<button class="btn line mt-2 px-3" onclick={add}>One more piece</button>
