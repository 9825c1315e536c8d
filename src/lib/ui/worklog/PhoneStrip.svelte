<script lang="ts">
  import type { LiveLaying } from '$core/site';
  import { HOUR_MS } from '$core/units';
  import { clock } from '../clock/clock.svelte';
  import { clockTime } from '$words/time';

  const { layings, timeZone }: { layings: readonly LiveLaying[]; timeZone: string } = $props();
  /** Half an hour back, two and a half ahead, on the width of a phone. */
  const WIDTH = 390;
  const PX_PER_HOUR = WIDTH / 3;
  const from = $derived(clock.now - HOUR_MS / 2);
  const x = $derived((ms: number) => ((ms - from) / HOUR_MS) * PX_PER_HOUR);
  const ticks = $derived(
    Array.from({ length: 7 }, (_, i) => (Math.floor(from / (HOUR_MS / 2)) + 1 + i) * (HOUR_MS / 2))
  );
  const flags = $derived(
    layings.flatMap((b) => (b.wipedAtMs === undefined && b.wipeByMs !== null ? [x(b.wipeByMs)] : []))
  );
  const isFree = (px: number) => Math.abs(px - x(clock.now)) > 42 && flags.every((f) => px < f - 20 || px > f + 36);
  const shown = $derived(layings.filter((b) => x(b.wipedAtMs ?? b.wipeByMs ?? clock.now) > 0 || x(b.spreadAtMs) > 0));
</script>

<svg
  class="strip"
  viewBox="0 0 {WIDTH} 52"
  height="52"
  role="img"
  aria-label="The next hours: {shown
    .filter((b) => b.wipedAtMs === undefined && b.wipeByMs !== null)
    .map((b) => `bay ${b.laying} wipe by ${clockTime(b.wipeByMs!, timeZone)}`)
    .join(', ') || 'nothing is open'}"
  preserveAspectRatio="xMinYMid slice"
>
  <rect width={WIDTH} height="52" fill="var(--sheet)" />
  {#each ticks as t (t)}
    <path d="M{x(t)} 17V22" stroke="var(--rule-2)" />
    {#if isFree(x(t))}<text
        x={x(t)}
        y="14"
        text-anchor="middle"
        style="font-size:12px;{t % HOUR_MS === 0 ? 'font-weight:680' : 'fill:var(--ink-2)'}"
        >{clockTime(t, timeZone)}</text
      >{/if}
  {/each}
  {#each shown as b (b.coat * 1000 + b.laying)}
    {@const [a, e] = [Math.max(-4, x(b.spreadAtMs)), x(b.wipedAtMs ?? b.wipeByMs ?? clock.now)]}
    <rect
      x={a}
      y="23"
      width={Math.max(6, e - a)}
      height="26"
      fill={b.end === 'will stay tacky'
        ? 'url(#p-stands)'
        : b.wipedAtMs === undefined
          ? 'var(--oil-wet)'
          : 'var(--oil-tack)'}
      stroke="var(--sheet)"
    />
    {#if b.wipedAtMs === undefined}<path
        d="M{a + 2} 29H{Math.max(a + 3, e - 2)}"
        stroke="var(--oil-gloss)"
        stroke-width="2"
      />{/if}
    <text
      x={Math.max(8, (a + e) / 2)}
      y="44"
      text-anchor="middle"
      style="font-size:14px;font-weight:700;fill:var(--on-oil)">{b.laying}</text
    >
  {/each}
  <path d="M{x(clock.now)} 0V52" stroke="var(--now)" stroke-width="6" /><path
    d="M{x(clock.now)} 0V52"
    stroke="var(--on-now)"
    stroke-width="2"
  />
  {#each shown as b (b.coat * 1000 + b.laying)}
    {#if b.wipedAtMs === undefined && b.wipeByMs !== null}
      <path d="M{x(b.wipeByMs)} 4V50" stroke="var(--stop)" stroke-width="2.5" /><rect
        x={x(b.wipeByMs) - 1}
        y="0"
        width="16"
        height="16"
        fill="var(--stop)"
      /><text
        x={x(b.wipeByMs) + 7}
        y="12.5"
        text-anchor="middle"
        style="font-size:12px;font-weight:700;fill:var(--sheet)">{b.laying}</text
      >
    {/if}
  {/each}
  <rect x={x(clock.now) - 23} y="0" width="46" height="17" fill="var(--now)" />
  <text x={x(clock.now)} y="13.5" text-anchor="middle" class="fig" style="font-size:14.5px;fill:var(--on-now)"
    >{clockTime(clock.now, timeZone)}</text
  >
</svg>

<style>
  .strip {
    width: 100%;
    border-bottom: 1px solid var(--rule);
  }
</style>
