<script lang="ts">
  import type { Step } from '$core/site';
  import { clock } from '../clock/clock.svelte';
  import Sign from '../marks/Sign.svelte';
  import { stepWords } from '$words/step-words';
  import { clockTime } from '$words/time';

  interface Props {
    step: Step;
    timeZone: string;
    /** `found` answers a step that asks. */
    onact: (found?: boolean) => void;
    mayLog: boolean;
    /** What is wiped, where it is no bay with a number. */
    what?: string;
  }
  const { step, timeZone, onact, mayLog, what }: Props = $props();

  const words = $derived(stepWords(step, clock.now, timeZone, what));
  const asks = $derived(step.kind === 'stage' && step.asks);
  /** The clock this step runs against, if any. */
  const timer = $derived(
    step.kind === 'wipe' && step.byMs !== null
      ? { fromMs: step.spreadAtMs, toMs: step.byMs, by: true }
      : step.kind === 'stir' || step.kind === 'stand'
        ? { fromMs: step.fromMs, toMs: step.untilMs, by: false }
        : null
  );
  const leftMs = $derived(timer ? timer.toMs - clock.now : 0);
  const over = $derived(Boolean(timer?.by && leftMs < 0));
  const shown = $derived(Math.abs(step.kind === 'stir' || step.kind === 'stand' ? Math.max(0, leftMs) : leftMs));
  const share = $derived(
    timer ? Math.min(1, Math.max(0, (clock.now - timer.fromMs) / (timer.toMs - timer.fromMs))) : 0
  );
  const tooSoon = $derived(step.kind === 'stir' && leftMs > 0);
</script>

<section class="now" class:over class:quiet={step.kind === 'wait' || step.kind === 'leave'} aria-label="Now">
  <h2>
    {#if over}<Sign kind="stop" size={30} />{/if}{words.title}{over ? ', sticking' : ''}
  </h2>
  {#if timer?.by}<p class="by">
      {over ? 'was due' : 'by'} <span class="fig">{clockTime(timer.toMs, timeZone)}</span>
    </p>{:else if step.kind === 'stage'}<p class="by">
      {step.byMs < clock.now ? 'was due' : 'by'} <span class="fig">{clockTime(step.byMs, timeZone)}</span>
    </p>{/if}
  <p class="how">{words.detail}</p>
  {#if timer}
    <p
      class="count fig"
      role="timer"
      aria-label="{Math.floor(shown / 60000)} minutes {Math.floor((shown % 60000) / 1000)} seconds {over
        ? 'over'
        : 'left'}"
    >
      {#if shown >= 100 * 60_000}{Math.floor(shown / 3_600_000)}<small>h</small>{String(
          Math.floor((shown % 3_600_000) / 60_000)
        ).padStart(2, '0')}<small>min</small>
      {:else}{Math.floor(shown / 60_000)}<small>min</small><span class="sec"
          >{String(Math.floor((shown % 60_000) / 1000)).padStart(2, '0')}</span
        ><small>s{over ? ' over' : ''}</small>{/if}
    </p>
    <div class="track"><i style="width:{share * 100}%"></i></div>
  {/if}
</section>
{#if mayLog && asks}
  <div class="answers">
    <button class="act" onclick={() => onact(false)}>{words.no}</button>
    <button class="act line" onclick={() => onact(true)}>{words.action}</button>
  </div>
{:else if step.kind !== 'stand' && (mayLog || step.kind === 'leave')}
  <button
    class="act"
    class:waits={tooSoon || step.closed}
    disabled={tooSoon || Boolean(step.closed)}
    onclick={() => onact()}
  >
    {words.action}
    {#if step.closed}<small>{step.closed}</small>{:else if tooSoon}<small
        >in {Math.floor(leftMs / 60_000)} min {String(Math.floor((leftMs % 60_000) / 1000)).padStart(2, '0')} s</small
      >{/if}
  </button>
{/if}

<style>
  .now {
    background: var(--now);
    color: var(--on-now);
    padding: 16px 16px 18px;
  }
  .now.quiet {
    background: var(--now);
  }
  .now.over {
    background: var(--stop-fill);
    color: var(--stop);
  }
  h2 {
    font-size: 38px;
    line-height: 42px;
    display: flex;
    gap: 10px;
    align-items: center;
  }
  .by {
    font-size: 20px;
    margin-top: 6px;
  }
  .by .fig {
    font-size: 30px;
  }
  .how {
    font-size: 16px;
    line-height: 21px;
    font-weight: 560;
    margin-top: 10px;
    max-width: 34em;
  }
  .count {
    font-size: clamp(96px, 36vw, 150px);
    line-height: 0.92;
    letter-spacing: -0.02em;
    margin-top: 8px;
    white-space: nowrap;
  }
  .count small {
    font: 640 22px var(--txt);
    letter-spacing: 0;
    margin: 0 8px 0 4px;
  }
  .sec {
    font-size: 0.62em;
  }
  .track {
    height: 12px;
    border: 2px solid currentColor;
    margin-top: 14px;
  }
  .track i {
    display: block;
    height: 100%;
    background: currentColor;
  }
  .act {
    display: block;
    width: calc(100% - 16px);
    margin: 8px;
    min-height: 92px;
    background: var(--ink);
    color: var(--on-ink);
    font: 680 28px/1.1 var(--fig);
    font-stretch: 90%;
    border-radius: var(--r1);
    border: 2px solid var(--ink);
  }
  .answers {
    display: grid;
    grid-template-columns: 1fr 1fr;
  }
  .act.line {
    background: var(--sheet);
    color: var(--ink);
  }
  .act small {
    display: block;
    font: 560 16px var(--txt);
    margin-top: 6px;
  }
  .act.waits {
    background: transparent;
    color: var(--ink-3);
    border: 2px dashed var(--rule-2);
  }
  @media (min-width: 761px) {
    .count {
      font-size: 88px;
    }
    h2 {
      font-size: 30px;
      line-height: 34px;
    }
    .act {
      width: 100%;
      margin: 8px 0;
      min-height: 64px;
      font-size: 22px;
    }
  }
</style>
