<script lang="ts">
  import type { EventData } from '$core/log';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import { whenWords } from '$words/time';

  const { coat, onclose }: { coat: number; onclose: (eventId?: string) => void } = $props();
  const desk = useJobDesk();
  const STATES: { felt: EventData<'tack.felt'>['felt']; how: string }[] = [
    { felt: 'wet', how: 'oil comes off on the thumb' },
    { felt: 'tacky', how: 'the thumb sticks, leaves a print' },
    { felt: 'touch dry', how: 'no print, still soft under the nail' },
    { felt: 'ready', how: 'dry, a light rub gives powder' }
  ];
  const live = $derived(desk.live.coats.find((c) => c.number === coat));
</script>

<section class="panel" aria-label="Tack test">
  <h2>How does coat {coat} feel?</h2>
  <p class="dim">
    Thumb, clean and dry, in three places: a corner, the middle, a thick spot.{live
      ? ` The clock says it opens ${whenWords(live.recoatOpens.p50, desk.minuteMs, desk.job.site.timeZone)}.`
      : ''}
  </p>
  <div class="mt-3 grid gap-2">
    {#each STATES as s (s.felt)}
      <button class="btn line tall" onclick={async () => onclose(await desk.write('tack.felt', { coat, felt: s.felt }))}
        ><span><b class="capitalize">{s.felt}</b><br /><span class="dim text-[14px] font-normal">{s.how}</span></span
        ></button
      >
    {/each}
    <button class="btn line" onclick={() => onclose()}>Not now</button>
  </div>
</section>

<style>
  .tall {
    min-height: 72px;
    justify-content: flex-start;
    text-align: left;
    font-size: 19px;
    line-height: 1.25;
  }
</style>
