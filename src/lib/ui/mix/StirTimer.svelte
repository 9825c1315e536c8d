<script lang="ts">
  import { isTwoPart, type ProductCard } from '$core/product';
  import { MINUTE_MS } from '$core/units';
  import { clock } from '../clock/clock.svelte';

  /** Runs the card's whole stir, asks for the second vessel, runs that too. Thirty seconds are not three minutes. */
  const { card, secondMinutes }: { card: ProductCard; secondMinutes: number } = $props();
  let phase = $state<'idle' | 'first' | 'second' | 'done'>('idle');
  let startedAt = $state(0);
  const minutes = $derived(phase === 'second' ? secondMinutes : card.stirMinutes);
  const leftMs = $derived(Math.max(0, startedAt + minutes * MINUTE_MS - clock.now));
  const running = $derived((phase === 'first' || phase === 'second') && leftMs > 0);
  const share = $derived(minutes > 0 ? 1 - leftMs / (minutes * MINUTE_MS) : 1);
  function begin(next: 'first' | 'second') {
    phase = next;
    startedAt = clock.read();
  }
</script>

<section class="timer" class:on={phase === 'first' || phase === 'second'} aria-label="Stir timer">
  {#if phase === 'idle' || phase === 'done'}
    {#if phase === 'done'}<p class="text-[20px] font-semibold">Stirred. Use it from the second vessel.</p>{/if}
    <button class="btn glove" onclick={() => begin('first')}
      >{phase === 'done' ? 'Stir another' : `Start stirring, ${card.stirMinutes} min`}</button
    >
  {:else}
    <p class="text-[20px] font-semibold">
      {phase === 'first' ? 'Stir, scrape the sides and the bottom' : 'Stir again in the second vessel'}
    </p>
    <p class="count fig" role="timer">
      {Math.floor(leftMs / MINUTE_MS)}<small>min</small>{String(Math.floor((leftMs % MINUTE_MS) / 1000)).padStart(
        2,
        '0'
      )}<small>s</small>
    </p>
    <div class="track"><i style="width:{share * 100}%"></i></div>
    <button
      class="btn glove mt-3"
      disabled={running}
      onclick={() => (phase === 'first' && isTwoPart(card) ? begin('second') : (phase = 'done'))}
      >{phase === 'first' && isTwoPart(card) ? 'Poured to the second vessel' : 'Stirred'}</button
    >
    <button class="btn line glove mt-2" onclick={() => (phase = 'idle')}>Start over</button>
  {/if}
</section>

<style>
  .timer {
    margin-top: 16px;
  }
  .timer.on {
    background: var(--now);
    color: var(--on-now);
    padding: 14px 16px;
  }
  .timer.on :global(.btn) {
    background: var(--on-now);
    border-color: var(--on-now);
    color: var(--now-tint);
  }
  .timer.on :global(.btn:disabled),
  .timer.on :global(.btn.line) {
    background: transparent;
    color: var(--on-now);
  }
  .count {
    font-size: 88px;
    line-height: 0.95;
  }
  .count small {
    font: 640 20px var(--txt);
    margin: 0 8px 0 4px;
  }
  .track {
    height: 12px;
    border: 2px solid currentColor;
    margin-top: 8px;
  }
  .track i {
    display: block;
    height: 100%;
    background: currentColor;
  }
</style>
