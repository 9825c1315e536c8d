<script lang="ts">
  import { bySize, measureSurface, shapeOfPiece, withNewSize, withSizeOf, type Surface } from '$core/surface';
  import { DIMENSIONS } from './choices';
  import ShapeFields from './ShapeFields.svelte';

  interface Props {
    surface: Surface;
    path: string;
    onchange: (make: (s: Surface) => Surface, field?: string) => void;
  }
  /** Pieces of other sizes: each size with its own dimensions and the pieces that have it. */
  const { surface, path, onchange }: Props = $props();
  const sizes = $derived(surface.sizes ?? []);
  const common = $derived((surface.units ?? []).filter((u) => shapeOfPiece(surface, u) === surface.shape));
  const missing = (k: number) => {
    const alike = bySize(surface).find((s) => s.shape === sizes[k]!.shape);
    const measured = alike && measureSurface(alike);
    return measured && !measured.ok ? (measured.missing ?? []) : [];
  };
  const most = 60;
</script>

{#if DIMENSIONS[surface.shape.type] && surface.shape.type !== 'stair'}
  {#each sizes as size, k (k)}
    <fieldset class="mt-3 border border-rule px-3 pt-1 pb-3">
      <legend class="px-1 font-semibold">Size {k + 2}</legend>
      <ShapeFields
        shape={size.shape}
        path="{path}/sizes/{k}/shape"
        stem="size-{k}"
        missing={missing(k)}
        onchange={(key, value) =>
          onchange((s) => {
            (s.sizes![k]!.shape as unknown as Record<string, number | boolean>)[key] = value;
            return s;
          }, `size ${k} ${key}`)}
      />
      <div class="mt-2 flex flex-wrap gap-2" role="group" aria-label="Pieces of size {k + 2}">
        {#each surface.units ?? [] as u (u)}
          {@const mine = size.pieces.includes(u)}
          <button
            class="btn line px-2 text-[14px]"
            class:on={mine}
            aria-pressed={mine}
            onclick={() => onchange((s) => withSizeOf(s, u, mine ? -1 : k))}>{u}</button
          >
        {/each}
      </div>
    </fieldset>
  {/each}
  {#if common.length && sizes.length < most}
    <button class="link mt-2 block text-[13px]" onclick={() => onchange((s) => withNewSize(s, common.at(-1)!))}
      >{sizes.length ? 'Yet another size' : 'Some are of another size'}</button
    >
  {/if}
{/if}

<style>
  .on {
    background: var(--ink);
    color: var(--paper);
  }
</style>
