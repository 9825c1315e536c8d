<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Cell } from '$core/document';
  import { faceName, type Surface } from '$core/surface';

  /** Faces of pieces as a board: rows are pieces, columns are faces. A head picks all that stand under it, where picking is possible. */
  interface Props {
    surfaces: readonly Surface[];
    /** What stands at a face of a piece; nothing where it gives nothing. */
    cell: Snippet<[Cell]>;
    /** Faces of pieces that stand under a head that was tapped. */
    onpick?: (cells: Cell[]) => void;
    /** Faces that are left out. */
    shown?: (cell: Cell) => boolean;
  }
  const { surfaces, cell, onpick, shown = () => true }: Props = $props();

  const at = (s: Surface, face: string, piece: string | undefined): Cell => ({
    surface: s.id,
    face,
    ...(piece !== undefined && { piece })
  });
  const boards = $derived(
    surfaces.flatMap((s) => {
      const pieces = (s.units ?? [undefined]).filter((p) => s.faces.some((f) => shown(at(s, f.id, p))));
      const faces = s.faces.filter((f) => pieces.some((p) => shown(at(s, f.id, p))));
      return faces.length ? [{ surface: s, pieces, faces }] : [];
    })
  );
  const under = ({ surface, pieces, faces }: (typeof boards)[number], face?: string, piece?: string): Cell[] =>
    pieces
      .filter((p) => piece === undefined || p === piece)
      .flatMap((p) => faces.filter((f) => face === undefined || f.id === face).map((f) => at(surface, f.id, p)))
      .filter(shown);
</script>

{#snippet head(words: string, cells: () => Cell[])}
  {#if onpick}<button class="pick" onclick={() => onpick(cells())}>{words}</button>{:else}{words}{/if}
{/snippet}

{#each boards as b (b.surface.id)}
  <!-- A wide board is moved along by key too: its cells may hold nothing that takes the focus. -->
  <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
  <div class="scroll" role="region" aria-label="{b.surface.name}, faces" tabindex="0">
    <table>
      <caption>{@render head(b.surface.name, () => under(b))}</caption>
      <thead>
        <tr>
          <td></td>
          {#each b.faces as f (f.id)}<th scope="col">{@render head(faceName(f.kind), () => under(b, f.id))}</th>{/each}
        </tr>
      </thead>
      <tbody>
        {#each b.pieces as piece (piece ?? '')}
          <tr>
            <th scope="row"
              >{#if piece !== undefined}{@render head(piece, () => under(b, undefined, piece))}{/if}</th
            >
            {#each b.faces as f (f.id)}
              <td
                >{#if shown(at(b.surface, f.id, piece))}{@render cell(at(b.surface, f.id, piece))}{/if}</td
              >
            {/each}
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{/each}

<style>
  .scroll {
    overflow-x: auto;
    margin-top: 10px;
  }
  table {
    border-collapse: collapse;
  }
  caption {
    text-align: left;
    font: 660 17px/24px var(--fig);
    font-stretch: 92%;
  }
  th {
    font-size: 13px;
    font-weight: 600;
    text-align: left;
    padding-right: 6px;
    white-space: nowrap;
  }
  tbody th {
    position: sticky;
    left: 0;
    background: var(--sheet);
    font: 660 15px var(--fig);
  }
  td {
    padding: 1px 2px 1px 0;
  }
  .pick {
    min-height: 40px;
    padding: 0 6px 0 0;
    font: inherit;
    text-align: left;
    text-decoration: underline;
    text-decoration-color: var(--rule-2);
    text-underline-offset: 3px;
  }
</style>
