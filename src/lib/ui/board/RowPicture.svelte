<script lang="ts">
  import type { Deadline } from '$core/site';
  import { HOUR_MS } from '$core/units';
  import type { JobLine } from '$lib/server/overview/rail';
  import { clock } from '../clock/clock.svelte';
  import { lineSegments } from '../rail/lines';
  import HourRuns from '../ribbon/HourRuns.svelte';
  import Ribbon from '../ribbon/Ribbon.svelte';
  import { clockTime } from '$words/time';

  const { line, deadline }: { line: JobLine; deadline: Deadline } = $props();

  const WIDTH = 286;
  const close = $derived(deadline.urgent && deadline.kind !== 'rags');
  /** A close deadline is drawn over four hours, a far one over thirty; the deadline always lies inside. */
  const spanH = $derived(close ? 4 : Math.max(30, ((deadline.atMs - clock.now) / HOUR_MS) * 1.7));
  const from = $derived(clock.now - (close ? 1.5 : 4) * HOUR_MS);
  const x = $derived((ms: number) => ((ms - from) / HOUR_MS) * (WIDTH / spanH));
  const s = $derived(lineSegments(line, from + spanH * HOUR_MS));
  const layings = $derived(line.layings.filter((b) => b.wipeByMs !== null).slice(-5));
  /** Both ends of a span so close that their hours are set to either side. */
  const near = $derived('span' in deadline && x(deadline.span.p90) - x(deadline.span.p10) < 44);
  const open = $derived(line.rags.out - line.rags.safe);
</script>

<svg width="100%" height="104" viewBox="0 0 {WIDTH} 104" preserveAspectRatio="xMidYMid meet" aria-hidden="true">
  {#if deadline.kind === 'rags'}
    {#each { length: Math.min(line.rags.out, 16) } as _, i (i)}
      {@const safe = i < Math.round((line.rags.safe / line.rags.out) * Math.min(line.rags.out, 16))}
      <rect
        x={16 + i * 16}
        y="38"
        width="13"
        height="28"
        fill={safe ? 'url(#p-wet)' : 'var(--sheet)'}
        stroke={safe ? 'var(--rain)' : 'var(--stop)'}
        stroke-width="1.5"
      />
    {/each}
    <text x="16" y="84" style="font-size:12px;fill:var(--stop);font-weight:600">{open} still out</text>
  {:else}
    {#each { length: Math.ceil(spanH / (close ? 1 : 6)) + 1 } as _, i (i)}
      {@const at = Math.ceil(from / HOUR_MS) * HOUR_MS + i * (close ? 1 : 6) * HOUR_MS}
      <path d="M{x(at)} 0V104" stroke="var(--rule)" />
    {/each}
    {#if close && layings.length}
      {#each layings as b, i (b.laying)}
        {@const y = 8 + i * 18}
        {@const end = b.wipedAtMs ?? b.wipeByMs!}
        <rect x={x(b.spreadAtMs)} {y} width={Math.max(1, x(end) - x(b.spreadAtMs))} height="13" fill="var(--oil-wet)" />
        {#if b.wipedAtMs !== undefined}<rect
            x={x(end)}
            {y}
            width={Math.max(0, WIDTH - x(end))}
            height="13"
            fill="url(#g-dry)"
          />{/if}
        <path d="M{x(b.spreadAtMs) + 2} {y + 3.5}H{x(end) - 2}" stroke="var(--oil-gloss)" stroke-width="1.6" />
        <text x={x(b.spreadAtMs) - 5} y={y + 11} text-anchor="end" style="font-size:12px;font-weight:680"
          >{b.laying}</text
        >
        {#if b.wipedAtMs === undefined}<path
            d="M{x(b.wipeByMs!)} {y - 2}v17"
            stroke="var(--stop)"
            stroke-width="2.5"
          />{/if}
      {/each}
    {:else}
      {#if line.runs.length && line.coats.length === 0}<HourRuns
          runs={line.runs}
          {x}
          y={33}
          height={34}
          width={WIDTH}
          words={false}
        />{/if}
      <Ribbon segments={s.laid} {x} y={33} height={34} width={WIDTH} />
      <Ribbon segments={s.planned} {x} y={33} height={34} width={WIDTH} planned />
      {#if 'span' in deadline}
        <text x={x(deadline.atMs)} y="26" text-anchor="middle" style="font-size:13px;font-weight:640"
          >{clockTime(deadline.atMs, line.timeZone)}</text
        >
        <path d="M{x(deadline.span.p10)} 67v5M{x(deadline.span.p90)} 67v5" stroke="var(--ink-2)" />
        {#if Math.abs(x(deadline.span.p10) - x(clock.now)) > 24}<text
            x={x(deadline.span.p10) - (near ? 4 : 0)}
            y="86"
            text-anchor={near ? 'end' : 'middle'}
            style="font-size:12px;fill:var(--ink-2)">{clockTime(deadline.span.p10, line.timeZone)}</text
          >{/if}
        <text
          x={x(deadline.span.p90) + (near ? 4 : 0)}
          y="86"
          text-anchor={near ? 'start' : 'middle'}
          style="font-size:12px;fill:var(--ink-2)">{clockTime(deadline.span.p90, line.timeZone)}</text
        >
      {/if}
    {/if}
    <path d="M{x(clock.now)} 0V104" stroke="var(--now)" stroke-width="6" /><path
      d="M{x(clock.now)} 0V104"
      stroke="var(--on-now)"
      stroke-width="2"
    />
  {/if}
</svg>
