<script lang="ts">
  import type { PrepAhead } from '$core/job';
  import { prepStepName } from '$core/prep';
  import { counted, showDuration } from '$core/units';
  import { clockTime, dayHour, dayShort } from '$words/time';
  import { lowerFirst } from '$words/upper-first';
  import Sign from '../marks/Sign.svelte';

  /** The visits of getting ready before the first coat of a start: booked with it. */
  interface Props {
    ahead: PrepAhead;
    timeZone: string;
    jobId: string;
    /** The best start that leaves time for it; null where none is known. */
    inTimeMs: number | null;
    onpick: (startMs: number) => void;
  }
  const { ahead, timeZone, jobId, inTimeMs, onpick }: Props = $props();
  const names = (v: PrepAhead['visits'][number]) =>
    [...new Set(v.steps.map((s) => s.step))]
      .map((id, i) => (i ? lowerFirst(prepStepName(id)) : prepStepName(id)))
      .join(', ');
</script>

{#if ahead.late || ahead.visits.length}
  <section class="mt-2" class:late={ahead.late} aria-label="Getting ready before it">
    {#if ahead.late}
      <p class="flex gap-2">
        <Sign kind="check" /><span
          ><b>No time is left to get it ready before this start.</b> It should have begun already: pick a later start,
          take more people, or <a class="link" href="/jobs/{jobId}/ready">see what is to do</a>.</span
        >
      </p>
      {#if inTimeMs !== null}<button class="btn line mt-2" onclick={() => onpick(inTimeMs)}
          >The best that leaves time: {dayHour(inTimeMs, timeZone)}</button
        >{/if}
    {:else}
      <h3>Ready before it, {counted(ahead.visits.length, 'visit', 'visits')}</h3>
    {/if}
    <ul>
      {#each ahead.visits as v (v.fromMs)}
        <li>
          <b class="fig">{dayShort(v.fromMs, timeZone)} {clockTime(v.fromMs, timeZone)}–{clockTime(v.toMs, timeZone)}</b
          >
          <span>{names(v)}</span><span class="dim">{showDuration(v.toMs - v.fromMs)}</span>
        </li>
      {/each}
    </ul>
  </section>
{/if}

<style>
  section.late {
    background: var(--check-fill);
    padding: 8px 12px;
  }
  h3 {
    font: 660 17px/22px var(--fig);
    border-bottom: 1px solid var(--rule);
    padding-bottom: 2px;
  }
  li {
    display: grid;
    grid-template-columns: 210px minmax(0, 1fr) auto;
    gap: 12px;
    padding: 5px 0;
    border-bottom: 1px solid var(--rule);
  }
  @media (max-width: 760px) {
    li {
      grid-template-columns: minmax(0, 1fr);
      gap: 0;
    }
  }
</style>
