<script lang="ts">
  import { freshTag, kindRow, pieceWord, withDivision, withPieces, withTag, type Surface } from '$core/surface';
  import CountField from '../fields/CountField.svelte';
  import Tick from '../fields/Tick.svelte';
  import TextField from '../fields/TextField.svelte';
  import PieceSizes from './PieceSizes.svelte';

  interface Props {
    surface: Surface;
    path: string;
    onchange: (make: (s: Surface) => Surface, field?: string) => void;
  }
  /** The pieces of a surface: how many, a tag for each, so that every one goes back to its place, and sizes of their own. */
  const { surface, path, onchange }: Props = $props();
  const tags = $derived(surface.units ?? []);
  const word = $derived(pieceWord(surface));
  const divided = $derived(surface.dividedInto !== undefined);
  /** A stair knows its treads; of anything else somebody says first how many pieces there are. */
  const stair = $derived(surface.shape.type === 'stair');
  const mayDivide = $derived(surface.shape.type === 'stair' ? surface.shape.treads > 1 : tags.length > 1);
  const count = (n: number) =>
    onchange((s) => {
      const old = s.units ?? [];
      return withPieces(s, n <= 1 ? [] : Array.from({ length: n }, (_, i) => old[i] ?? freshTag(word, old, i)));
    }, 'units');
  let open = $state(false);
  /** A tag that is none, or another piece's: it stands in its field and nowhere else, so that no piece is taken for another. */
  let refused = $state<{ index: number; tag: string; why: string } | null>(null);
  function name(index: number, tag: string) {
    const why =
      tag === '' ? 'Give it a tag.' : tags.some((t, i) => t === tag && i !== index) ? 'Two carry this tag.' : '';
    refused = why ? { index, tag, why } : null;
    if (!why) onchange((s) => withTag(s, index, tag), `tag ${index}`);
  }
</script>

<h2 class="mt-5 border-b-[1.5px] border-ink pb-1">Pieces</h2>
<div class="mt-2">
  {#if !(stair && divided)}
    <CountField label="How many" value={Math.max(1, tags.length)} least={1} most={200} onchange={count} />
  {/if}
  {#if mayDivide || divided}
    <Tick
      label="Each {kindRow(surface.kind).dividedIn} on its own: what is measured is all of them together"
      checked={divided}
      onchange={(on) => onchange((s) => withDivision(s, on))}
    />
  {/if}
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
          value={refused?.index === i ? refused.tag : t}
          maxlength={30}
          errors={refused?.index === i ? [refused.why] : null}
          oninput={(e) => name(i, e.currentTarget.value)}
        />
      {/each}
    </div>
  {/if}
  {#if !divided}<PieceSizes {surface} {path} {onchange} />{/if}
{/if}
