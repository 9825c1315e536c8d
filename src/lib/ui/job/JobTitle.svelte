<script lang="ts">
  import type { Snippet } from 'svelte';
  import Sign from '../marks/Sign.svelte';
  import { fieldWords } from '$words/field-words';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import JobDialog from './JobDialog.svelte';

  const { facts, actions }: { facts?: string; actions?: Snippet } = $props();
  const desk = useJobDesk();
  let about = $state(false);
  const SAVE_WORDS = {
    saved: 'Saved',
    saving: 'Saving',
    offline: 'Kept here, the server is out of reach',
    refused: 'Not all saved',
    'changed by another': 'Not saved'
  } as const;
</script>

<div class="title">
  <h1>{desk.document.title}</h1>
  <span class="facts">{facts ?? `${desk.document.client.name}, ${desk.document.site.place}`}</span>
  <span class="act no-print">
    {#if desk.mayEdit}<span class="save" role="status"
        >{#if desk.saveState !== 'saved' && desk.saveState !== 'saving'}<Sign kind="check" size={14} />{/if}{SAVE_WORDS[
          desk.saveState
        ]}</span
      >{/if}
    {#if desk.mayEdit}<button class="btn line" onclick={() => (about = true)}>About the job</button>{/if}
    {@render actions?.()}
  </span>
</div>
{#if about}<JobDialog bind:open={about} />{/if}
{#if desk.theirs}
  <div class="notice" role="alert">
    <Sign kind="check" />
    <span
      ><b
        >{desk.theirs.by === desk.me ? 'You changed this job elsewhere' : `${desk.theirs.by} changed this job`} meanwhile.</b
      > What is here is not saved yet.</span
    >
    <button class="btn line" onclick={() => desk.settle('theirs')}>Take theirs</button>
    <button class="btn line" onclick={() => desk.settle('mine')}>Keep mine</button>
  </div>
{:else if desk.saveState === 'refused'}
  <div class="notice" role="alert">
    <Sign kind="check" />
    <span>
      <b
        >{desk.problems.length > 1
          ? `${desk.problems.length} fields are`
          : `${fieldWords(desk.problems[0]?.path ?? '', desk.document)} is`} not saved,</b
      >
      everything else is. {desk.problems
        .map((p) => `${fieldWords(p.path, desk.document)}: ${p.problem}`)
        .slice(0, 3)
        .join('. ')}.</span
    >
    {#if desk.canUndo}<button class="btn line" onclick={() => desk.undo()}>Undo</button>{/if}
  </div>
{/if}

<style>
  .title {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 4px 14px;
    min-height: 44px;
  }
  .facts {
    color: var(--ink-2);
  }
  .act {
    margin-left: auto;
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
  }
  .save {
    color: var(--ink-2);
    font-size: 13px;
    margin-right: 6px;
    display: inline-flex;
    gap: 5px;
    align-items: center;
  }
  .notice {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    align-items: center;
    background: var(--check-fill);
    padding: 8px 14px;
    margin-top: 8px;
  }
</style>
