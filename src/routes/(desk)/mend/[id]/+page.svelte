<script lang="ts">
  import { enhance } from '$app/forms';
  import Sign from '$lib/ui/marks/Sign.svelte';
  import { fullDate } from '$words/time';
  import type { PageProps } from './$types';

  const { data, form }: PageProps = $props();
  const zone = $derived(data.crew.home.timeZone);
  const answer = $derived(form as { problems?: { path: string; problem: string }[]; text?: string } | null);
  const problems = $derived(answer?.problems ?? data.problems);
  let opened = $state(false);

  /** Takes the text of a file into the field, to be looked at before it is saved. */
  async function take(file: File | undefined) {
    if (!file) return;
    const field = document.getElementById('mend-text') as HTMLTextAreaElement | null;
    const text = await file.text();
    opened = true;
    requestAnimationFrame(() => {
      const f = field ?? (document.getElementById('mend-text') as HTMLTextAreaElement | null);
      if (f) f.value = text;
    });
  }
</script>

<svelte:head><title>Mend {data.title} · Basket</title></svelte:head>

<main class="max-w-[900px] p-5">
  <h1>{data.title}</h1>
  <p class="dim mt-1">
    {data.place.startsWith(data.clientName) ? data.place : `${data.clientName}, ${data.place}`} · last changed by {data.changedBy},
    {fullDate(data.updatedMs, zone)}
  </p>

  {#if data.setAside}
    <p class="mt-4 flex gap-2 bg-check-fill px-4 py-3">
      <Sign kind="check" /><span
        ><b>Set aside</b> by {data.setAside.by}, {fullDate(data.setAside.atMs, zone)}. It is on no list until it comes
        back.</span
      >
    </p>
  {/if}
  {#if problems.length}
    <section class="mt-4" aria-label="What is wrong">
      <p class="flex gap-2 text-[17px] font-semibold"><Sign kind="stop" />This job can’t be read.</p>
      <p class="mt-1">
        Nothing of it is lost, and every other job goes on. Until it is mended it can’t be planned, and what phones log
        on it waits on them.
      </p>
      <ul class="problems" aria-live="polite">
        {#each problems as p, i (i)}
          <li><code>{p.path || 'the whole'}</code><span>{p.problem}</span></li>
        {/each}
      </ul>
    </section>
  {:else if data.readable}
    <p class="mt-4 flex gap-2 text-[17px] font-semibold">
      <Sign kind="go" />The job itself can be read. <a class="link" href="/jobs/{data.id}">Open it</a>
    </p>
  {/if}

  {#if data.entries.length}
    <section class="mt-6">
      <h2 class="border-b-[1.5px] border-ink pb-1">Entries of the log that can’t be read</h2>
      <p class="mt-2">They count for nothing. Taking one back is itself an entry: the record shows both.</p>
      <ul class="entries">
        {#each data.entries as e (e.id)}
          <li>
            <span><b>{e.type}</b> by {e.byName}, {fullDate(e.atMs, zone)}<br /><span class="dim">{e.why}</span></span>
            {#if data.mayMend}
              <form method="post" action="?/event" use:enhance>
                <input type="hidden" name="event" value={e.id} />
                <button class="btn line">Take it back</button>
              </form>
            {/if}
          </li>
        {/each}
      </ul>
    </section>
  {/if}

  {#if data.mayMend}
    <section class="mt-6">
      <h2 class="border-b-[1.5px] border-ink pb-1">Mend it</h2>
      <div class="mt-3 flex flex-wrap gap-3">
        <button class="btn" aria-expanded={opened} onclick={() => (opened = !opened)}>Mend it here</button>
        <a class="btn line" href="/api/jobs/{data.id}/raw" download>Save the raw file</a>
        <label class="btn line relative">
          Take a mended file
          <input
            class="unseen"
            type="file"
            accept=".json,application/json"
            onchange={(e) => void take(e.currentTarget.files?.[0])}
          />
        </label>
        <form method="post" action="?/aside" use:enhance>
          <input type="hidden" name="aside" value={data.setAside ? '0' : '1'} />
          <button class="btn line">{data.setAside ? 'Bring it back' : 'Set it aside'}</button>
        </form>
      </div>
      {#if opened || answer?.text !== undefined}
        <form
          method="post"
          action="?/document"
          use:enhance={() =>
            ({ update }) =>
              update({ reset: false })}
          class="mt-4"
        >
          <input type="hidden" name="rowVersion" value={data.rowVersion} />
          <label class="font-semibold" for="mend-text">The job’s document</label>
          <textarea id="mend-text" class="field text" name="text" rows="18" spellcheck="false"
            >{answer?.text ?? data.text}</textarea
          >
          <button class="btn mt-2">Check and save</button>
        </form>
      {/if}
    </section>
  {:else}
    <p class="dim mt-6">A lead or the office mends it.</p>
  {/if}
</main>

<style>
  .problems,
  .entries {
    margin-top: 10px;
    border-top: 1px solid var(--rule);
  }
  .problems li,
  .entries li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 2fr);
    gap: 4px 16px;
    padding: 8px 0;
    border-bottom: 1px solid var(--rule);
  }
  .entries li {
    grid-template-columns: minmax(0, 1fr) auto;
    align-items: center;
  }
  code {
    overflow-wrap: anywhere;
  }
  .text {
    display: block;
    width: 100%;
    margin-top: 4px;
    font:
      13px/18px ui-monospace,
      monospace;
  }
  @media (max-width: 760px) {
    .problems li {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
