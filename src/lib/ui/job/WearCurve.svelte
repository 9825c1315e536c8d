<script lang="ts">
  import type { Span } from '$core/drying';
  import { reserveAfter, wearData } from '$core/upkeep';
  import { DAY_MS } from '$core/units';
  import { monthYear } from '$words/time';

  interface Props {
    servedMs: number;
    perYear: number;
    reoil: Span;
    sandBack: Span;
    nowMs: number;
    timeZone: string;
    /** Left and right end of the years shown. */
    fromMs: number;
    toMs: number;
  }
  const { servedMs, perYear, reoil, sandBack, nowMs, timeZone, fromMs, toMs }: Props = $props();
  /** As wide as its place: words keep their size on a phone. */
  let width = $state(1000);
  const YEAR_MS = 365.25 * DAY_MS;
  const H = 74;
  const x = $derived((ms: number) => Math.min(width, Math.max(0, ((ms - fromMs) / (toMs - fromMs)) * width)));
  const y = (w: number) => H - w * H;
  const at = $derived((ms: number, rho: number) => reserveAfter(Math.max(0, ms - servedMs) / YEAR_MS, perYear, rho));
  const steps = $derived(
    Array.from({ length: 61 }, (_, i) => Math.max(servedMs, fromMs) + ((toMs - Math.max(servedMs, fromMs)) * i) / 60)
  );
  const line = $derived(steps.map((t, i) => `${i ? 'L' : 'M'}${x(t).toFixed(1)} ${y(at(t, 1)).toFixed(1)}`).join(''));
  const fast = $derived((reoil.p50 - servedMs) / (reoil.p10 - servedMs));
  const slow = $derived((reoil.p50 - servedMs) / (reoil.p90 - servedMs));
  const ahead = $derived(steps.filter((t) => t >= nowMs));
  const band = $derived(
    ahead.map((t, i) => `${i ? 'L' : 'M'}${x(t).toFixed(1)} ${y(at(t, fast)).toFixed(1)}`).join('') +
      [...ahead]
        .reverse()
        .map((t) => `L${x(t).toFixed(1)} ${y(at(t, slow)).toFixed(1)}`)
        .join('') +
      'Z'
  );
  const years = $derived(
    Array.from({ length: 16 }, (_, i) => Date.UTC(new Date(fromMs).getUTCFullYear() + 1 + i, 0, 1)).filter(
      (t) => t < toMs
    )
  );
  const ribbonY = H + 6;
</script>

<div bind:clientWidth={width}>
  <svg
    viewBox="0 0 {width} {H + 26}"
    class="w-full"
    role="img"
    aria-label="Reserve of the surface: re-oil {monthYear(reoil.p50, timeZone)}, 80 percent between {monthYear(
      reoil.p10,
      timeZone
    )} and {monthYear(reoil.p90, timeZone)}"
  >
    <rect {width} height={H} fill="var(--sheet)" />
    {#each years as t (t)}
      <path d="M{x(t)} 0V{H}" stroke="var(--rule)" />
      <text x={x(t) + 4} y="13" style="font-size:12px;fill:var(--ink-2)">{new Date(t).getUTCFullYear()}</text>
    {/each}
    {#if ahead.length > 1}<path d={band} fill="var(--oil-matte)" opacity=".75" />{/if}
    <path d="{line}L{x(toMs)} {H}L{x(steps[0]!)} {H}Z" fill="url(#g-wear)" opacity=".55" />
    <path d={line} fill="none" stroke="var(--wear-1)" stroke-width="2.4" />
    <path d="M0 {y(wearData.reoilAt)}H{width}" stroke="var(--ink)" stroke-dasharray="6 4" />
    <rect x={width - 78} y={y(wearData.reoilAt) - 9} width="74" height="17" fill="var(--sheet)" /><text
      x={width - 74}
      y={y(wearData.reoilAt) + 4}
      style="font-size:13px">re-oil line</text
    >
    <rect x={x(servedMs)} y={ribbonY} width={Math.max(0, x(reoil.p90) - x(servedMs))} height="18" fill="url(#p-cure)" />
    <path
      d="M{x(reoil.p10)} {ribbonY + 18}L{x(reoil.p90)} {ribbonY}H{x(sandBack.p50)}V{ribbonY + 18}Z"
      fill="url(#p-gate)"
    />
    <path d="M{x(reoil.p10)} {ribbonY + 18}L{x(reoil.p90)} {ribbonY}" stroke="var(--go)" />
    <path
      d="M{x(sandBack.p10)} {ribbonY + 18}L{x(sandBack.p90)} {ribbonY}H{width}V{ribbonY + 18}Z"
      fill="url(#p-abrade)"
    />
    {#if reoil.p50 < toMs}<path d="M{x(reoil.p50)} {ribbonY - 3}v24" stroke="var(--go)" stroke-width="3" />{/if}
    {#if sandBack.p50 < toMs}<path
        d="M{x(sandBack.p50)} {ribbonY - 3}v24"
        stroke="var(--abrade-ink)"
        stroke-width="3"
      />{/if}
    <path d="M{x(nowMs)} 0V{H + 26}" stroke="var(--now)" stroke-width="6" /><path
      d="M{x(nowMs)} 0V{H + 26}"
      stroke="var(--on-now)"
      stroke-width="2"
    />
    <defs
      ><linearGradient id="g-wear" x1="0" x2="0" y1="0" y2="1"
        ><stop offset="0" stop-color="var(--oil-dry)" /><stop offset="1" stop-color="var(--oil-cure)" /></linearGradient
      ></defs
    >
  </svg>
</div>
