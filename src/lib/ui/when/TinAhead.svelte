<script lang="ts">
  import { tinReasonRow } from '$core/course';
  import type { Taken } from '$core/document';
  import { beforeTin } from '$core/job';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Sign from '../marks/Sign.svelte';
  import { stationOf } from '$words/station-address';
  import { takenWords } from '$words/part-words';
  import { tinReasonWords } from '$words/tin-words';

  /** What will shut the tin on the day of the start and can be settled before: said where the start is booked. */
  const desk = useJobDesk();
  const gate = $derived(beforeTin(desk.view, desk.job.part));
  const ahead = $derived((gate?.open ?? []).filter((r) => tinReasonRow(r.kind).ahead));
  const told = $derived({
    nowMs: desk.minuteMs,
    timeZone: desk.job.site.timeZone,
    units: desk.units,
    surface: (id: string) => desk.document.surfaces.find((s) => s.id === id)?.name ?? id,
    taken: (on: readonly Taken[]) => takenWords(desk.document, on)
  });
</script>

{#if ahead.length}
  <section class="mt-2 bg-check-fill px-3 py-2" aria-label="Before the tin of coat {gate!.coat}">
    <p class="flex gap-2">
      <Sign kind="check" /><b>Before the tin of coat {gate!.coat} is opened, and better before that day:</b>
    </p>
    <ul class="mt-1 grid gap-1 pl-7">
      {#each ahead as r (r.kind + r.of)}
        {@const w = tinReasonWords(r, told)}
        <li>
          {w.title}. {w.detail}
          {#if w.cure.at && w.cure.at !== 'when'}<a class="link" href={stationOf(desk.id, desk.job.part, w.cure.at)}
              >{w.cure.words}</a
            >{/if}
        </li>
      {/each}
    </ul>
  </section>
{/if}
