<script lang="ts">
  import type { VerdictRun } from '$core/judge';
  import { showDuration } from '$core/units';
  import { RULE_LOOK } from './rule-look';
  import { RULE_WORD } from '$words/rule-words';

  interface Props {
    runs: readonly VerdictRun[];
    x: (ms: number) => number;
    y: number;
    height: number;
    width: number;
    words?: boolean;
  }
  const { runs, x, y, height, width, words = true }: Props = $props();
  /** Within what is drawn, to a tenth of a pixel. */
  const clamp = (v: number) => Number(Math.min(width, Math.max(0, v)).toFixed(1));
  const font = $derived(height >= 24 ? 13 : 11);
  const shown = $derived(
    runs.flatMap((r) => {
      const [a, b] = [clamp(x(r.fromMs)), clamp(x(r.toMs))];
      if (b - a < 0.5) return [];
      const text = r.rule ? RULE_WORD[r.rule] : b - a > 60 ? `${showDuration(r.toMs - r.fromMs)} open` : '';
      return [{ ...r, a, b, text, fits: words && text !== '' && b - a > text.length * font * 0.55 + 10 }];
    })
  );
</script>

{#each shown as r (r.fromMs)}
  <rect x={r.a} {y} width={r.b - r.a} {height} fill="url(#{r.rule ? RULE_LOOK[r.rule].pattern : 'p-gate'})" />
  {#if !r.rule}
    <path d="M{r.a} {y - 1}V{y + height + 1}M{r.b} {y - 1}V{y + height + 1}" stroke="var(--go)" stroke-width="2" />
  {/if}
  {#if r.fits}
    <rect
      x={(r.a + r.b) / 2 - (r.text.length * font * 0.55) / 2 - 3}
      y={y + height / 2 - font / 2 - 1}
      width={r.text.length * font * 0.55 + 6}
      height={font + 2}
      fill={r.rule ? RULE_LOOK[r.rule].fill : 'var(--go-fill)'}
    />
    <text
      x={(r.a + r.b) / 2}
      y={y + height / 2 + font * 0.36}
      text-anchor="middle"
      style="font-size:{font}px;font-weight:640;fill:{r.rule ? RULE_LOOK[r.rule].ink : 'var(--go)'}">{r.text}</text
    >
  {/if}
{/each}
