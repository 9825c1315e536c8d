<script lang="ts">
  import { kindRow, type Surface } from '$core/surface';
  import CountField from '../fields/CountField.svelte';
  import TextField from '../fields/TextField.svelte';

  /** Pieces alike: how many, and a tag for each, so that every one goes back to its place. */
  const { surface, onchange }: { surface: Surface; onchange: (change: (s: Surface) => void, field?: string) => void } =
    $props();
  const tags = $derived(surface.units ?? []);
  const word = $derived(kindRow(surface.kind).one);
  function count(n: number) {
    onchange((s) => {
      if (n <= 1) delete s.units;
      else {
        const old = s.units ?? [];
        s.units = Array.from({ length: n }, (_, i) => old[i] ?? freshTag(old, i));
      }
    }, 'units');
  }
  function freshTag(old: readonly string[], i: number): string {
    let n = i + 1;
    while (old.includes(`${word} ${n}`)) n++;
    return `${word} ${n}`;
  }
  let open = $state(false);
  const twice = (t: string) => tags.filter((x) => x === t).length > 1;
</script>

<h2 class="mt-5 border-b-[1.5px] border-ink pb-1">Alike</h2>
<div class="mt-2">
  <CountField label="How many alike" value={Math.max(1, tags.length)} least={1} most={200} onchange={count} />
</div>
{#if tags.length}
  <button class="link mt-1 text-[13px]" aria-expanded={open} onclick={() => (open = !open)}
    >{tags[0]} … {tags.at(-1)}: {open ? 'close the tags' : 'name the tags'}</button
  >
  {#if open}
    <div class="mt-2 grid grid-cols-2 gap-2">
      {#each tags as t, i (i)}
        <TextField
          label="Tag {i + 1}"
          value={t}
          maxlength={30}
          errors={t === '' ? ['Give it a tag.'] : twice(t) ? ['Two carry this tag.'] : null}
          oninput={(e) => onchange((s) => (s.units![i] = e.currentTarget.value), `tag ${i}`)}
        />
      {/each}
    </div>
  {/if}
{/if}
