<script lang="ts">
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import { NotLogged } from '../job-desk/work-log.svelte';

  const { onclose }: { onclose: (eventId?: string) => void } = $props();
  const desk = useJobDesk();
  let text = $state('');
  let wrong = $state('');

  async function write() {
    const trimmed = text.trim();
    if (!trimmed) return;
    try {
      onclose(await desk.write('note.added', { text: trimmed }));
    } catch (fault) {
      if (!(fault instanceof NotLogged)) throw fault;
      wrong = fault.problems.map((p) => p.problem).join('; ');
    }
  }
</script>

<section class="sheet p-4" aria-label="Write a note">
  <label for="note" class="mb-1 block text-[18px] font-semibold">Note</label>
  <textarea
    id="note"
    class="field min-h-32"
    maxlength="2000"
    bind:value={text}
    aria-invalid={wrong ? true : undefined}
    aria-describedby="note-wrong"></textarea>
  <p id="note-wrong" class="font-semibold text-stop" role="alert">{wrong && `The note ${wrong}.`}</p>
  <div class="mt-3 grid grid-cols-2 gap-2">
    <button class="btn min-h-14" onclick={write}>Write it down</button>
    <button class="btn line min-h-14" onclick={() => onclose()}>Not now</button>
  </div>
</section>
