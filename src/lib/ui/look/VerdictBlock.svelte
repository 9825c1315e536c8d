<script lang="ts">
  import type { SurfaceSurvey } from '$core/site';
  import type { StationName, VerdictWord } from '$core/survey';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Sign from '../marks/Sign.svelte';

  /** May it be oiled, and what comes first: the word, every reason with its cure, and where it is done. */
  const { seen }: { seen: SurfaceSurvey } = $props();
  const desk = useJobDesk();
  const SIGN: Record<VerdictWord, 'go' | 'part' | 'stop' | 'check'> = {
    'not looked at': 'check',
    ready: 'go',
    'ready after': 'part',
    'wait until': 'check',
    'do not oil': 'stop'
  };
  const WORDS: Record<VerdictWord, string> = {
    'not looked at': 'Not looked at yet',
    ready: 'Ready for preparation',
    'ready after': 'Ready after',
    'wait until': 'Wait',
    'do not oil': 'Do not oil'
  };
  const stationName = (s: StationName) => s[0]!.toUpperCase() + s.slice(1);
</script>

<section class="verdict {seen.verdict.word.replaceAll(' ', '-')}" aria-label="Verdict">
  <p class="word"><Sign kind={SIGN[seen.verdict.word]} size={30} />{WORDS[seen.verdict.word]}</p>
  {#if seen.verdict.word === 'not looked at'}
    <p class="mt-1">Walk round it: wood, what is on it, tests, moisture. The verdict comes by itself.</p>
  {:else if seen.verdict.word === 'ready'}
    <p class="mt-1">
      {seen.verdict.reasons.length
        ? 'What stood against oil is done.'
        : 'Nothing stands against oil. Prepare it as planned.'}
    </p>
  {/if}
  {#if seen.verdict.reasons.length}
    <ul>
      {#each seen.verdict.reasons as r (r.id)}
        <li class:settled={r.settled}>
          <span class="sign"><Sign kind={r.settled ? 'go' : SIGN[r.verdict]} size={16} /></span>
          <span>
            <b>{r.reason}</b>
            {r.settled ? 'Done.' : r.remedy}
            {#if r.stations.length && !r.settled}<span class="changes"
                >Changes {#each r.stations.filter((s) => s !== 'look') as s, i (s)}{i ? ', ' : ''}<a
                    class="link"
                    href="/jobs/{desk.id}/{s}">{stationName(s)}</a
                  >{:else}Look{/each}</span
              >{/if}
          </span>
        </li>
      {/each}
    </ul>
  {/if}
</section>

<style>
  .verdict {
    background: var(--sheet);
    border-left: 6px solid var(--rule-2);
    padding: 12px 14px;
  }
  .verdict.ready {
    border-color: var(--go);
    background: var(--go-tint);
  }
  .verdict.wait-until {
    border-color: var(--check);
    background: var(--check-fill);
  }
  .verdict.do-not-oil {
    border-color: var(--stop);
    background: var(--stop-tint);
  }
  .verdict.ready-after {
    border-color: var(--go);
  }
  .word {
    display: flex;
    gap: 12px;
    align-items: center;
    font: 700 30px/1.1 var(--fig);
    font-stretch: 88%;
  }
  ul {
    margin-top: 8px;
  }
  li {
    display: grid;
    grid-template-columns: 20px minmax(0, 1fr);
    gap: 8px;
    padding: 7px 0;
    border-top: 1px solid var(--rule);
    font-size: 15px;
  }
  .settled {
    color: var(--ink-2);
  }
  .sign {
    padding-top: 2px;
  }
  .changes {
    display: block;
    font-size: 13px;
    color: var(--ink-2);
  }
</style>
