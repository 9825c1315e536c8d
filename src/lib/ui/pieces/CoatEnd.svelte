<script lang="ts">
  import type { CellState } from '$core/site';

  /** The end of a coat ribbon, as one sees it looking along the board: the state by texture and tone. */
  const { state }: { state: CellState } = $props();
  const FILL: Readonly<Record<CellState, string>> = {
    'to come': 'var(--sheet)',
    begun: 'var(--sheet)',
    wet: 'var(--oil-wet)',
    overdue: 'var(--oil-wet)',
    tacky: 'var(--oil-tack)',
    drying: 'var(--oil-dry)',
    open: 'var(--go-fill)',
    dry: 'var(--oil-matte)',
    stands: 'var(--stop-fill)'
  };
</script>

<svg width="17" height="19" viewBox="0 0 17 19" aria-hidden="true">
  <rect
    x=".75"
    y=".75"
    width="15.5"
    height="17.5"
    fill={FILL[state]}
    stroke={state === 'to come' || state === 'begun'
      ? 'var(--rule-2)'
      : state === 'open'
        ? 'var(--go)'
        : state === 'stands' || state === 'overdue'
          ? 'var(--stop)'
          : 'var(--oil-edge)'}
    stroke-width="1.5"
  />
  {#if state === 'begun'}<path d="M1.5 17V10h14v7z" fill="var(--oil-dry)" />
  {:else if state === 'wet'}<path d="M3 6h11" stroke="var(--oil-gloss)" stroke-width="2.2" />
  {:else if state === 'overdue'}<path d="M8.5 4v7M8.5 13v2.4" stroke="var(--stop-fill)" stroke-width="2.4" />
  {:else if state === 'tacky'}<path d="M3 6h3.6M10.4 6H14" stroke="var(--oil-gloss)" stroke-width="2" />
  {:else if state === 'drying'}<path d="M4 6h1.6M11 6h1.6" stroke="var(--oil-gloss)" stroke-width="1.8" />
  {:else if state === 'open'}<path
      d="M4 5l3.6 4.5L4 14M9 5l3.6 4.5L9 14"
      fill="none"
      stroke="var(--go)"
      stroke-width="1.8"
    />
  {:else if state === 'stands'}<path d="M3 14 8.5 5 14 14" fill="none" stroke="var(--stop)" stroke-width="2" />{/if}
</svg>
