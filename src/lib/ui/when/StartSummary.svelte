<script lang="ts">
  import { showDuration } from '$core/units';
  import type { RankedStart, SequenceContext, SequenceOutcome } from '$core/window';
  import type { JobLine } from '$lib/server/overview/rail';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Sign from '../marks/Sign.svelte';
  import { pastWords } from '$words/odds-words';
  import { closureWords } from '$words/closure-words';
  import { hourWords, startWords } from '$words/time';
  import { dryingGaps } from './gaps';

  interface Props {
    outcome: SequenceOutcome;
    rank?: RankedStart;
    context: SequenceContext;
    lines: readonly JobLine[];
    committed: { atMs: number; by: string; holds: number; members: number } | null;
  }
  const { outcome, rank, context, lines, committed }: Props = $props();
  const desk = useJobDesk();
  const zone = $derived(desk.job.site.timeZone);
  const when = (ms: number) => startWords(ms, desk.minuteMs, zone);
  const many = $derived(rank !== undefined && rank.members > 1);
  const share = $derived(rank ? rank.holds / rank.members : outcome.ok ? 1 : 0);
  const kind = $derived(share >= 0.8 ? 'go' : share > 0 ? 'part' : 'no');
  const gaps = $derived(dryingGaps(outcome, context, lines, desk.id));
  /** Its coats go on past what the forecast tells. */
  const beyond = $derived(
    context.climate.toldToMs !== undefined && (rank?.finish?.p90 ?? outcome.finishMs) > context.climate.toldToMs
  );
  const visits = $derived(rank?.visits || outcome.visits);
</script>

<div class="summary">
  <Sign {kind} />
  <div>
    <p>
      {#if many && rank}
        <b>{when(outcome.startMs)} holds in {rank.holds} of {rank.members} forecasts.</b>
        {#if rank.finish}Last coat touch dry {when(rank.finish.p50)}, 80 % between {when(rank.finish.p10)} and {when(
            rank.finish.p90
          )}; {visits}
          {visits === 1 ? 'visit' : 'visits'}.{/if}
      {:else if outcome.ok}
        <b>{when(outcome.startMs)} works.</b>
        {visits}
        {visits === 1 ? 'visit' : 'visits'}, last coat touch dry {when(outcome.finishMs)}.
      {:else}
        <b>{when(outcome.startMs)} does not work.</b>
      {/if}
      {#if beyond}To {hourWords(context.climate.toldToMs!, desk.minuteMs, zone)} by the forecast, then by {pastWords(
          context.climate
        )}.{/if}
      {#if outcome.coats.some((c) => c.abradeFirst)}Abrade between coats: a gate shuts before the next open hour.{/if}
    </p>
    {#if rank?.stopper && many}
      <p>
        Most often stopped by {rank.stopper.rule} at coat {rank.stopper.coat}, in {rank.stopper.count}: first {when(
          rank.stopper.atMs
        )}, {closureWords(rank.stopper.closure, desk.units)}.
      </p>
    {:else if outcome.failed}
      <p>
        Coat {outcome.failed.coat} meets {outcome.failed.closure.rule}
        {when(outcome.failed.atMs)}: {closureWords(outcome.failed.closure, desk.units)}.
      </p>
    {/if}
    {#each desk.job.moves ?? [] as m (m.before)}
      {@const on = outcome.coats.find((c) => c.number >= m.before)}
      <p>
        Carried to <b>{m.name}</b> before coat {m.before}{on ? `, by ${when(on.laidFromMs)}` : ''}. From then its air
        and hours count.
      </p>
    {/each}
    {#each gaps as g (g.afterCoat)}
      <p>
        While coat {g.afterCoat} dries the crew is free here for {showDuration(g.workMs)} of working time{#if g.others.length}:
          {#each g.others as o, i (`${o.id} ${o.part}`)}{i ? ', ' : ''}<a
              class="link"
              href="/jobs/{o.id}/when?part={o.part}">{o.title}</a
            >
            has {showDuration(o.openMs)} open from {when(o.fromMs)}{/each}{/if}.
      </p>
    {/each}
    {#if committed}
      <p class="dim">
        Booked by {committed.by}
        {when(committed.atMs)}{committed.members > 1
          ? `, when it held in ${committed.holds} of ${committed.members}`
          : ''}.
      </p>
    {/if}
  </div>
</div>

<style>
  .summary {
    display: flex;
    gap: 10px;
    padding: 12px;
    margin-top: 10px;
    background: var(--sheet);
  }
</style>
