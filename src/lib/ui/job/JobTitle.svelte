<script lang="ts">
  import type { Snippet } from 'svelte';
  import Sign from '../marks/Sign.svelte';
  import { useJobDesk } from './job-desk.svelte';

  const { facts, actions }: { facts?: string; actions?: Snippet } = $props();
  const desk = useJobDesk();
  const SAVE_WORDS = {
    saved: 'Saved',
    saving: 'Saving',
    offline: 'Kept here, the server is out of reach',
    refused: 'Not saved',
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
    {@render actions?.()}
  </span>
</div>
{#if desk.theirs}
  <div class="notice" role="alert">
    <Sign kind="check" />
    <span><b>{desk.theirs.by} changed this job meanwhile.</b> Yours is not saved yet.</span>
    <button class="btn line" onclick={() => desk.settle('theirs')}>Take theirs</button>
    <button class="btn line" onclick={() => desk.settle('mine')}>Keep mine</button>
  </div>
{:else if desk.saveState === 'refused'}
  <div class="notice" role="alert">
    <Sign kind="check" />
    <span><b>Not saved.</b> {desk.problems[0]?.problem}</span>
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
