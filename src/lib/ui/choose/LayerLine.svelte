<script lang="ts">
  import { underWords, type LayerFinding } from '$core/coats';
  import Sign from '../marks/Sign.svelte';

  /** What the layer rules say of a pair: word, reason, cure. */
  const { finding: l, below }: { finding: LayerFinding; below: readonly number[] } = $props();
  const WORDS: Record<LayerFinding['result'], string> = {
    fine: 'Fine',
    wait: 'Wait',
    denib: 'Denib',
    abrade: 'Abrade first',
    barrier: 'Needs a barrier',
    'test patch': 'Test patch first',
    no: 'No'
  };
  const word = $derived(
    l.result === 'denib' && l.cutBack !== 'denib'
      ? l.cutBack === 'abrade'
        ? 'Abrade'
        : 'Nothing between'
      : WORDS[l.result]
  );
  const sign = $derived(l.severity === 'stop' ? 'stop' : l.severity === 'check' ? 'check' : 'go');
</script>

<p class="layer {l.severity}" data-result={l.result}>
  <Sign kind={sign} size={16} />
  <span
    ><b>{word}.</b> Over {l.found ? underWords(l) : `coat${below.length > 1 ? 's' : ''} ${below.join(' and ')}`}: {l.reason}{#if l.cure && l.severity !== 'go'}<span
        class="cure">{l.cure}</span
      >{/if}</span
  >
</p>

<style>
  .layer {
    display: flex;
    gap: 8px;
    align-items: flex-start;
    padding: 6px 12px 6px 40px;
    font-size: 13.5px;
    line-height: 18px;
    color: var(--ink-2);
  }
  .layer.stop {
    color: var(--stop);
    background: var(--stop-tint);
  }
  .layer.check {
    color: var(--check);
  }
  .cure {
    margin-left: 0.3em;
    font-weight: 640;
  }
</style>
