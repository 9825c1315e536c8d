<script lang="ts">
  import { useJobDesk } from '../job-desk/job-desk.svelte';

  /** Whether a coat that hangs on the look goes on. */
  const { coat, onclose }: { coat: number; onclose: (eventId?: string) => void } = $props();
  const desk = useJobDesk();
  const say = async (another: boolean) => onclose(await desk.write('look.said', { coat, another }));
</script>

<section class="panel" aria-label="Does it want coat {coat}?">
  <h2>Does it want coat {coat}?</h2>
  <p class="dim">
    Look along it against the light and feel it with a dry hand. Dull or dry patches drink; even and fed has enough.
  </p>
  <div class="mt-3 grid gap-2">
    <button class="btn glove" onclick={() => say(true)}>Coat {coat} goes on</button>
    <button class="btn line glove" onclick={() => say(false)}>It has enough</button>
    <button class="btn line" onclick={() => onclose()}>Not now</button>
  </div>
</section>
