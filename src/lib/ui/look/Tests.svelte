<script lang="ts">
  import { onMount } from 'svelte';
  import { testTable, timedResult, type Survey, type TestRow } from '$core/survey';
  import { showDuration } from '$core/units';
  import { clock } from '../clock/clock.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Sign from '../marks/Sign.svelte';
  import { clockTime, dayMonth } from '$words/time';
  import type { JustDone } from '../worklog/just-done.svelte';

  const { surfaceId, survey, done }: { surfaceId: string; survey: Survey; done: JustDone } = $props();
  const desk = useJobDesk();
  const zone = $derived(desk.job.site.timeZone);
  const SIGN = { go: 'go', check: 'check', stop: 'stop' } as const;
  const last = (test: string) => survey.tests.filter((t) => t.test === test).at(-1);
  const lead = $derived(Boolean(survey.findings.get('old paint')?.present || last('lead')));
  const asked = $derived(testTable.filter((t) => t.id !== 'lead' || lead));
  let open = $state<string | null>(null);

  /** The drop's start is kept on the device: a locked phone does not stop the clock. */
  const key = $derived(`basket-drop-${desk.id}-${surfaceId}`);
  let startedAt = $state<number | null>(null);
  onMount(() => {
    startedAt = Number(localStorage.getItem(key)) || null;
  });
  function startDrop() {
    startedAt = clock.read();
    localStorage.setItem(key, String(startedAt));
  }
  function forgetDrop() {
    startedAt = null;
    localStorage.removeItem(key);
  }
  async function write(test: TestRow, result: string, minutes?: number) {
    const id = await desk.write('test.made', {
      surface: surfaceId,
      test: test.id,
      result,
      ...(minutes !== undefined && { minutes: Math.round(minutes * 100) / 100 })
    });
    done.say(`${test.name}: ${result}`, id);
    open = null;
  }
  async function wentFlat(test: TestRow) {
    if (startedAt === null) return;
    const minutes = (clock.read() - startedAt) / 60_000;
    forgetDrop();
    await write(test, timedResult(test, minutes).id, minutes);
  }
  /** The longest a drop is watched: after that it beads. */
  const watchMin = (t: TestRow) => Math.max(...t.results.map((r) => r.underMin ?? 0));
</script>

<section aria-label="Tests">
  <h2 class="border-b-[1.5px] border-ink pb-1">Tests</h2>
  <ul>
    {#each asked as t (t.id)}
      {@const made = last(t.id)}
      {@const row = made && t.results.find((r) => r.id === made.result)}
      <li>
        <div class="head">
          <b>{t.name}</b>
          {#if made && row}
            <span class="res"
              ><Sign kind={SIGN[row.tone]} size={15} /><b>{row.id}</b
              >{#if made.minutes !== undefined}&nbsp;{showDuration(made.minutes * 60_000)}{/if}</span
            >
            <span class="dim text-[13px]"
              >{dayMonth(made.atMs, zone)} {clockTime(made.atMs, zone)}, {made.by.split(' ')[0]}</span
            >
          {:else}<span class="dim">not made yet</span>{/if}
          {#if desk.mayLog}<button
              class="btn line ml-auto min-h-12"
              aria-expanded={open === t.id}
              onclick={() => (open = open === t.id ? null : t.id)}>{made ? 'Again' : 'Make it'}</button
            >{/if}
        </div>
        {#if row}<p class="text-[14px]">{row.means}</p>{/if}
        {#if open === t.id || (t.timed && startedAt !== null)}
          <div class="make">
            <p>{t.how}</p>
            {#if t.timed}
              {#if startedAt === null}
                <button class="btn glove mt-2" onclick={startDrop}>Drop is on: start the clock</button>
              {:else}
                {@const ms = Math.max(0, clock.now - startedAt)}
                <p class="big fig" role="timer">{showDuration(ms)}</p>
                {#if ms < watchMin(t) * 60_000}
                  <p>Now it would say: <b>{timedResult(t, ms / 60_000).id}</b></p>
                  <button class="btn glove mt-2" onclick={() => wentFlat(t)}>It went flat</button>
                {:else}
                  <p>It still stands after {watchMin(t)} minutes: <b>it beads</b>.</p>
                  <button class="btn glove mt-2" onclick={() => wentFlat(t)}>Write it down: beads</button>
                {/if}
                <button class="link mt-2 min-h-10" onclick={forgetDrop}>Forget this drop</button>
              {/if}
              <p class="dim mt-2 text-[13px]">Or by eye:</p>
            {/if}
            <div class="results">
              {#each t.results as r (r.id)}
                <button class="btn line min-h-14" onclick={() => write(t, r.id)}
                  ><Sign kind={SIGN[r.tone]} size={15} />{r.id}</button
                >
              {/each}
            </div>
          </div>
        {/if}
      </li>
    {/each}
  </ul>
</section>

<style>
  li {
    padding: 8px 0;
    border-bottom: 1px solid var(--rule);
  }
  .head {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 12px;
    align-items: center;
  }
  .res {
    display: inline-flex;
    gap: 6px;
    align-items: center;
  }
  .make {
    background: var(--sheet);
    padding: 12px;
    margin-top: 8px;
  }
  .results {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(130px, 1fr));
    gap: 8px;
    margin-top: 8px;
  }
  .big {
    font-size: 56px;
    line-height: 1.1;
    margin-top: 8px;
  }
</style>
