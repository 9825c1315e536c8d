<script lang="ts">
  import { meanParticleUm, type Ladder } from '$core/sanding';

  /** The grit ladder: every step as wide as its particle, so that a jump too far is seen. */
  const { ladder, doneGrits }: { ladder: Extract<Ladder, { ok: true }>; doneGrits: ReadonlySet<number> } = $props();
  const W = 300;
  const ROW = 30;
  const widest = $derived(meanParticleUm(ladder.grits[0]!));
  const rows = $derived(
    ladder.grits.map((g, i) => ({
      g,
      um: meanParticleUm(g),
      w: Math.max(6, (meanParticleUm(g) / widest) * 150),
      jump: i ? meanParticleUm(ladder.grits[i - 1]!) / meanParticleUm(g) : null
    }))
  );
</script>

<svg
  viewBox="0 0 {W} {rows.length * ROW + 4}"
  class="w-full"
  role="img"
  aria-label="Sanding ladder: {ladder.grits.map((g) => `P${g}`).join(', ')}"
>
  {#each rows as r, i (r.g)}
    <g transform="translate(0 {i * ROW + 4})">
      <text x="0" y="16" class="grit">P{r.g}</text>
      <rect
        x="52"
        y="3"
        width={r.w}
        height="16"
        fill={doneGrits.has(r.g) ? 'var(--ink)' : 'var(--sheet)'}
        stroke="var(--ink)"
        stroke-width="1.5"
      />
      <text x={60 + r.w} y="16" class="um">{r.um} µm{r.jump ? `, ÷ ${r.jump.toFixed(2)}` : ''}</text>
    </g>
  {/each}
</svg>

<style>
  .grit {
    font-size: 15px;
    font-weight: 680;
  }
  .um {
    font-size: 12.5px;
    fill: var(--ink-2);
  }
</style>
