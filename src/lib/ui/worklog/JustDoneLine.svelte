<script lang="ts">
  import { useJobDesk } from '../job/job-desk.svelte';
  import type { JustDone } from './just-done.svelte';

  const { done }: { done: JustDone } = $props();
  const desk = useJobDesk();
  async function takeBack() {
    const { last } = done;
    done.last = null;
    if (last) await desk.log.undo(last.id);
  }
</script>

<div class="done" role="status">
  {#if done.last}<b>{done.last.words}.</b>
    <button class="link" onclick={takeBack}>Undo</button>{/if}
</div>

<style>
  .done {
    min-height: 32px;
    display: flex;
    gap: 10px;
    align-items: center;
  }
</style>
