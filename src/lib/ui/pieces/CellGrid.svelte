<script lang="ts">
  import type { Snippet } from 'svelte';
  import { wholeSurfaceId, type Cell } from '$core/document';
  import { faceName, piecesOfFace, type Face, type Surface } from '$core/surface';

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
  /** Whether a face is one of a piece, and shown. */
  const stands = (s: Surface, f: Face, piece: string | undefined) =>
    piecesOfFace(s, f).includes(piece) && shown(at(s, f.id, piece));
  const boards = $derived(
    surfaces.flatMap((s) => {
      const wholes = s.faces.some((f) => f.whole) ? [undefined] : [];
      const pieces = (s.units ? [...s.units, ...wholes] : [undefined]).filter((p) =>
        s.faces.some((f) => stands(s, f, p))
      );
      const faces = s.faces.filter((f) => pieces.some((p) => stands(s, f, p)));
      return faces.length ? [{ surface: s, pieces, faces }] : [];
    })
  );
  /** Whether a board goes on with the surface of the one above it. */
  const goesOn = (i: number) =>
    i > 0 && wholeSurfaceId(boards[i]!.surface.id) === wholeSurfaceId(boards[i - 1]!.surface.id);
  const under = ({ surface, pieces, faces }: (typeof boards)[number], face?: string, piece?: string): Cell[] =>
    pieces
      .filter((p) => piece === undefined || p === piece)
      .flatMap((p) =>
        faces
          .filter((f) => (face === undefined || f.id === face) && stands(surface, f, p))
          .map((f) => at(surface, f.id, p))
      );
</script>

{#snippet head(words: string, cells: () => Cell[])}
  {#if onpick}<button class="pick" onclick={() => onpick(cells())}>{words}</button>{:else}{words}{/if}
{/snippet}

{#each boards as b, i (b.surface.id)}
  <!-- A wide board is moved along by key too: its cells may hold nothing that takes the focus. -->
  <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
  <div
    class="scroll"
    role="region"
    aria-label="{b.surface.name}, {goesOn(i) ? 'faces over all pieces' : 'faces'}"
    tabindex="0"
  >
    <table>
      <!-- Faces over all pieces stand in a board of their own below those of pieces. -->
      {#if !goesOn(i)}
        <caption>{@render head(b.surface.name, () => under(b))}</caption>
      {/if}
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
              >{#if piece === undefined}{b.pieces.length > 1 ? 'all' : ''}{:else}{@render head(piece, () =>
                  under(b, undefined, piece)
                )}{/if}</th
            >
            {#each b.faces as f (f.id)}
              <td
                >{#if stands(b.surface, f, piece)}{@render cell(at(b.surface, f.id, piece))}{/if}</td
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
