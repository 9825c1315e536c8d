<script lang="ts">
  import { findingTable, type Survey } from '$core/survey';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import type { JustDone } from '../worklog/just-done.svelte';

  /** The checklist: what is found and what is not, one tap each. Untouched rows are not yet looked for. */
  const { surfaceId, survey, done }: { surfaceId: string; survey: Survey; done: JustDone } = $props();
  const desk = useJobDesk();
  const groups = [...new Set(findingTable.map((f) => f.group))].map((name) => ({
    name,
    rows: findingTable.filter((f) => f.group === name)
  }));
  const unseen = $derived(findingTable.filter((f) => !survey.findings.has(f.id)));

  async function note(finding: string, present: boolean) {
    if (survey.findings.get(finding)?.present === present) return;
    const id = await desk.write('finding.noted', { surface: surfaceId, finding, present });
    done.say(`${findingTable.find((f) => f.id === finding)!.name}: ${present ? 'found' : 'none'}`, id);
  }
  async function nothingElse() {
    for (const f of unseen) await desk.write('finding.noted', { surface: surfaceId, finding: f.id, present: false });
  }
</script>

<section aria-label="What is on it">
  <h2 class="border-b-[1.5px] border-ink pb-1">What is on it, in it, how is it held</h2>
  {#each groups as g (g.name)}
    <h3 class="mt-3 mb-1 font-semibold">{g.name[0]!.toUpperCase() + g.name.slice(1)}</h3>
    <ul class="rows">
      {#each g.rows as f (f.id)}
        {@const seen = survey.findings.get(f.id)}
        <li class:found={seen?.present}>
          <span class="what"><b>{f.name}</b><span class="dim">{f.look}</span></span>
          <span class="two" role="group" aria-label={f.name}>
            <button
              class="pick"
              aria-pressed={seen?.present === true}
              disabled={!desk.mayLog}
              onclick={() => note(f.id, true)}>yes<span class="unseen">, {f.name}</span></button
            ><button
              class="pick"
              aria-pressed={seen?.present === false}
              disabled={!desk.mayLog}
              onclick={() => note(f.id, false)}>no<span class="unseen">, {f.name}</span></button
            >
          </span>
        </li>
      {/each}
    </ul>
  {/each}
  {#if unseen.length && desk.mayLog}
    <button class="btn line mt-3 min-h-12 w-full" onclick={nothingElse}
      >Nothing else found: {unseen.length} {unseen.length === 1 ? 'row' : 'rows'} to “no”</button
    >
  {/if}
</section>

<style>
  .rows {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
    gap: 0 18px;
  }
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    gap: 10px;
    align-items: center;
    padding: 6px 0 6px 8px;
    border-bottom: 1px solid var(--rule);
    border-left: 4px solid transparent;
  }
  li.found {
    border-left-color: var(--check);
    background: var(--check-fill);
  }
  .what span {
    display: block;
    font-size: 13px;
    line-height: 1.25;
  }
  .two {
    display: flex;
    position: relative;
  }
  .pick {
    min-width: 52px;
    min-height: 48px;
    border: 1.5px solid var(--rule-2);
    background: var(--sheet);
    font-weight: 640;
  }
  .pick + .pick {
    margin-left: -1.5px;
  }
  .pick[aria-pressed='true'] {
    background: var(--ink);
    border-color: var(--ink);
    color: var(--on-ink);
  }
  .pick:disabled {
    cursor: not-allowed;
  }
</style>
