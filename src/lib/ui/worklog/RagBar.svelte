<script lang="ts">
  import { ragsUnaccounted, type EventData } from '$core/log';
  import { countedRags } from '$core/units';
  import { useJobDesk } from '../job-desk/job-desk.svelte';

  const { onlogged }: { onlogged: (words: string, id: string) => void } = $props();
  const desk = useJobDesk();
  const open = $derived(ragsUnaccounted(desk.state));
  let asking = $state(false);

  async function out() {
    onlogged('1 rag out', await desk.write('rags.out', { count: 1 }));
  }
  async function safe(how: EventData<'rags.safe'>['how'], count: number) {
    asking = false;
    onlogged(`${countedRags(count)} ${how}`, await desk.write('rags.safe', { count, how }));
  }
</script>

<section class="rags" class:even={open === 0} aria-label="Rags" id="rags">
  {#if asking}
    <p class="ask">How were they made safe?</p>
    <div class="grid grid-cols-2 gap-2">
      <button class="water" onclick={() => safe('under water in the metal can', 1)}>1 in water</button>
      <button class="water" onclick={() => safe('under water in the metal can', open)}>All {open} in water</button>
      <button class="plain" onclick={() => safe('flat, single, outdoors', 1)}>1 flat outdoors</button>
      <button class="plain" onclick={() => safe('flat, single, outdoors', open)}>All {open} flat outdoors</button>
    </div>
    <button class="btn line mt-2 w-full" onclick={() => (asking = false)}>Back</button>
  {:else}
    <div class="three">
      <p class="count"><span class="fig">{open}</span><span>{open === 1 ? 'rag' : 'rags'} not<br />made safe</span></p>
      {#if desk.mayLog}
        <button class="plain" onclick={out}><b>{desk.state.ragsOut}</b> out<br /><span class="plus">+1</span></button>
        <button class="water" disabled={open === 0} onclick={() => (asking = true)}
          ><b>{desk.state.ragsSafe}</b> made safe<br /><span class="plus">+</span></button
        >
      {:else}
        <p class="plain p-2">{desk.state.ragsOut} out, {desk.state.ragsSafe} made safe</p>
      {/if}
    </div>
  {/if}
</section>

<style>
  .rags {
    border-top: 2px solid var(--stop);
    background: var(--stop-tint);
    padding: 8px;
  }
  @media (max-width: 760px) {
    .rags {
      position: sticky;
      bottom: 0;
      z-index: 5;
    }
  }
  .rags.even {
    border-top-color: var(--rule);
    background: var(--paper);
  }
  .three {
    display: grid;
    grid-template-columns: 1fr 1fr 1.15fr;
    gap: 8px;
  }
  .count {
    background: var(--stop);
    color: var(--sheet);
    display: flex;
    gap: 8px;
    align-items: center;
    justify-content: center;
    font-weight: 640;
    line-height: 17px;
    min-height: 72px;
    border-radius: var(--r1);
  }
  .even .count {
    background: transparent;
    color: var(--ink-2);
    border: 1.5px solid var(--rule);
  }
  .count .fig {
    font-size: 44px;
    line-height: 1;
  }
  button {
    min-height: 72px;
    font-size: 17px;
    border-radius: var(--r1);
  }
  .plain {
    background: var(--sheet);
    border: 2px solid var(--ink);
  }
  .water {
    background: var(--rain);
    color: var(--sheet);
    border: 2px solid var(--rain);
  }
  .water:disabled {
    background: transparent;
    color: var(--ink-3);
    border: 2px dashed var(--rule-2);
  }
  .plus {
    font: 720 22px var(--fig);
  }
  .ask {
    font-weight: 640;
    font-size: 18px;
    padding: 4px 4px 8px;
  }
  .btn {
    font-size: 16px;
    min-height: 48px;
  }
</style>
