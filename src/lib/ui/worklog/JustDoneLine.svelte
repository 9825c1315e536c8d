<script lang="ts">
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import type { JustDone } from './just-done.svelte';

  /** In its place, or as a bar at the foot of a long page. */
  const { done, bar = false }: { done: JustDone; bar?: boolean } = $props();
  const desk = useJobDesk();
  async function takeBack() {
    const { last } = done;
    done.last = null;
    for (const id of last?.ids ?? []) await desk.log.undo(id);
  }
</script>

<div class={bar ? 'bar' : 'done'} class:on={done.last} role="status">
  {#if done.last}<b>{done.last.words}.</b>
    <button class="link" onclick={takeBack}>Undo</button>{/if}
</div>

<style>
  .done {
    min-height: 32px;
    padding: 0 16px;
    display: flex;
    gap: 10px;
    align-items: center;
  }
  .bar.on {
    position: fixed;
    inset: auto 0 0 0;
    z-index: 30;
    display: flex;
    gap: 14px;
    align-items: center;
    justify-content: center;
    min-height: 52px;
    padding: 6px 16px;
    background: var(--ink);
    color: var(--on-ink);
  }
  .bar .link {
    min-height: 40px;
  }
</style>
