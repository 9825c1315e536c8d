<script lang="ts">
  import type { Span } from '$core/drying';
  import type { Segment } from './segments';

  interface Props {
    segments: readonly Segment[];
    /** Place on the axis, px, of an instant. */
    x: (ms: number) => number;
    y: number;
    height: number;
    /** Right end of what is drawn, px; the left one is 0. */
    width: number;
    /** Drawn as a dashed outline: planned, not begun. */
    planned?: boolean;
    /** Words on plates, by segment. */
    label?: (s: Segment) => string;
  }
  const { segments, x, y, height, width, planned = false, label }: Props = $props();

  const FILL: Record<Segment['state'], string> = {
    bare: 'url(#p-bare)',
    'oil on': 'var(--oil-wet)',
    drying: 'url(#g-dry)',
    dry: 'var(--oil-matte)',
    open: 'url(#p-gate)',
    shut: 'url(#p-abrade)',
    curing: 'url(#p-cure)',
    stands: 'url(#p-stands)'
  };
  const POST: Partial<Record<Segment['state'], string>> = {
    open: 'var(--go)',
    shut: 'var(--abrade-ink)',
    curing: 'var(--ink)'
  };
  const PLATE: Record<Segment['state'], [string, string]> = {
    bare: ['var(--sheet)', 'var(--ink)'],
    'oil on': ['var(--oil-wet)', 'var(--on-oil)'],
    drying: ['var(--oil-tack)', 'var(--on-oil)'],
    dry: ['var(--oil-matte)', 'var(--on-matte)'],
    open: ['var(--go-fill)', 'var(--go)'],
    shut: ['var(--abrade-fill)', 'var(--check)'],
    curing: ['var(--oil-cure)', 'var(--on-matte)'],
    stands: ['var(--stop-fill)', 'var(--stop)']
  };
  /** Within what is drawn, to a tenth of a pixel. */
  const clamp = (v: number) => Number(Math.min(width, Math.max(0, v)).toFixed(1));
  const font = $derived(height >= 24 ? 13 : 11);

  /** The segment's shape: its start slopes from the 10 % to the 90 % hour when it is unsure. */
  function shape(s: Segment): string {
    const [a, b] = [
      s.scarf ? clamp(x(s.scarf.p10)) : clamp(x(s.fromMs)),
      s.scarf ? clamp(x(Math.min(s.scarf.p90, s.toMs))) : clamp(x(s.fromMs))
    ];
    return `M${a} ${y + height}L${b} ${y}H${clamp(x(s.toMs))}V${y + height}Z`;
  }
  const isSloped = (span: Span | undefined) => span !== undefined && x(span.p90) - x(span.p10) > 2;
  const textWidth = (t: string) => t.length * font * 0.56 + 8;
  const labels = $derived(
    segments.flatMap((s) => {
      const text = label?.(s) ?? '';
      const from = clamp(x(s.scarf ? s.scarf.p50 : s.fromMs)) + 4;
      const room = clamp(x(s.toMs)) - from - 2;
      return text && room >= textWidth(text) ? [{ text, from, s }] : [];
    })
  );
</script>

{#each segments as s (s.state + s.fromMs)}
  {#if x(s.toMs) > 0 && x(s.fromMs) < width}
    <path
      d={shape(s)}
      fill={planned && s.state !== 'open' && s.state !== 'shut' ? 'var(--sheet)' : FILL[s.state]}
      stroke={planned && s.state === 'oil on' ? 'var(--ink)' : 'none'}
      stroke-width="1.5"
      stroke-dasharray="4 2"
    />
    {#if planned && (s.state === 'drying' || s.state === 'dry' || s.state === 'curing')}
      <path d={shape(s)} fill="none" stroke="var(--oil-tack)" stroke-dasharray="4 3" />
    {:else if s.state === 'oil on'}
      <path
        d="M{clamp(x(s.fromMs)) + 2} {y + height * 0.25}H{Math.max(clamp(x(s.fromMs)) + 2, clamp(x(s.toMs)))}"
        stroke="var(--oil-gloss)"
        stroke-width={height > 20 ? 3 : 1.6}
      />
    {:else if s.state === 'drying'}
      <path
        d="M{clamp(x(s.fromMs))} {y + height * 0.25}H{clamp(x(s.fromMs + (s.toMs - s.fromMs) * 0.75))}"
        stroke="var(--oil-gloss)"
        stroke-opacity=".8"
        stroke-width={height > 20 ? 3 : 1.6}
        stroke-dasharray="18 5 12 6 7 7 4 9 2 30"
      />
    {/if}
    {#if POST[s.state] && s.scarf && x(s.scarf.p50) > 0 && x(s.scarf.p50) < width}
      {#if isSloped(s.scarf)}
        <path
          d="M{clamp(x(s.scarf.p10))} {y + height}L{clamp(x(Math.min(s.scarf.p90, s.toMs)))} {y}"
          stroke={POST[s.state]}
          stroke-width="1.2"
        />
      {/if}
      <path
        d="M{x(s.scarf.p50)} {y - 1}V{y + height + 1}"
        stroke={POST[s.state]}
        stroke-width={height > 20 ? 3 : 2.2}
      />
    {/if}
  {/if}
{/each}
{#each labels as l (l.text + l.from)}
  <rect
    x={l.from - 2}
    y={y + height / 2 - font / 2 - 1}
    width={textWidth(l.text) - 4}
    height={font + 2}
    fill={planned && l.s.state !== 'open' && l.s.state !== 'shut' ? 'var(--sheet)' : PLATE[l.s.state][0]}
  />
  <text
    x={l.from + 1}
    y={y + height / 2 + font * 0.36}
    style="font-size:{font}px;font-weight:600;fill:{planned && l.s.state !== 'open' && l.s.state !== 'shut'
      ? 'var(--ink)'
      : PLATE[l.s.state][1]}">{l.text}</text
  >
{/each}
