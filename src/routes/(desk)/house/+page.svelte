<script lang="ts">
  import { send } from '$lib/forms/send';
  import { loadAgain } from '$lib/ui/shell/load-again';
  import {
    HOUSE_NUMBER_GROUPS,
    houseNumber,
    houseOverrides,
    houseRules,
    optionOf,
    schools,
    type HouseDocument,
    type HouseOverride,
    type HouseStep
  } from '$core/house';
  import { prepStepName } from '$core/prep';
  import { kindRow, namedList } from '$core/surface';
  import type { HouseEffect } from '$lib/server/overview/house-effect';
  import { CURRENCIES, showDuration } from '$core/units';
  import { clock } from '$lib/ui/clock/clock.svelte';
  import Choice from '$lib/ui/fields/Choice.svelte';
  import TextField from '$lib/ui/fields/TextField.svelte';
  import HouseRubs from '$lib/ui/house/HouseRubs.svelte';
  import HouseEffects from '$lib/ui/house/HouseEffects.svelte';
  import Sign from '$lib/ui/marks/Sign.svelte';
  import { placeWords } from '$words/place-words';
  import { fullDate } from '$words/time';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  // What is being tried; the page's data is what holds.
  // svelte-ignore state_referenced_locally
  let draft = $state.raw<HouseDocument>(data.house.document);
  // svelte-ignore state_referenced_locally
  let revision = $state(data.house.revision);
  let effects = $state.raw<HouseEffect[] | null>(null);
  let problems = $state<{ path: string; problem: string }[]>([]);
  let said = $state('');
  let working = $state(false);
  let newVan = $state('');
  const rules = $derived(houseRules(draft));
  const overrides = $derived(houseOverrides(rules, data.shelf));
  const changed = $derived(JSON.stringify(draft) !== JSON.stringify(data.house.document));
  const today = () => new Date(clock.now).toISOString().slice(0, 10);
  const problemAt = (path: string) => problems.find((p) => p.path.startsWith(path))?.problem;

  function edit(next: HouseDocument) {
    draft = next;
    effects = null;
    said = '';
    problems = [];
  }
  function choose(id: string, option: string, preset: string) {
    const { [id]: before, ...others } = draft.choices;
    edit({
      ...draft,
      choices: option === preset ? others : { ...others, [id]: { option, reason: before?.reason ?? '', date: today() } }
    });
  }
  const reason = (id: string, text: string) => {
    const own = draft.choices[id];
    if (own) edit({ ...draft, choices: { ...draft.choices, [id]: { ...own, reason: text } } });
  };
  function number(path: string, text: string) {
    const value = Number(text.replace(',', '.'));
    const { [path]: before, ...others } = draft.numbers;
    if (text.trim() === '') edit({ ...draft, numbers: others });
    else edit({ ...draft, numbers: { ...others, [path]: { value, reason: before?.reason ?? '', date: today() } } });
  }
  const numberReason = (path: string, text: string) => {
    const own = draft.numbers[path];
    if (own) edit({ ...draft, numbers: { ...draft.numbers, [path]: { ...own, reason: text } } });
  };
  const place = (id: string, name: string) =>
    edit({ ...draft, places: draft.places!.map((p) => (p.id === id ? { ...p, name } : p)) });
  /** A step of the house, changed in what is given. */
  const step = (id: string, change: Partial<HouseStep>) =>
    edit({ ...draft, steps: draft.steps!.map((s) => (s.step === id ? { ...s, ...change } : s)) });
  /** A rule without its reason is not saved: the reason is what the next one reads. */
  function missingReasons() {
    const missing = [
      ...Object.entries(draft.choices).map(([id, c]) => ({ path: `/choices/${id}/reason`, reason: c.reason })),
      ...Object.entries(draft.numbers).map(([id, n]) => ({ path: `/numbers/${id}/reason`, reason: n.reason })),
      ...(draft.rubs ?? []).map((r, i) => ({ path: `/rubs/${i}/reason`, reason: r.reason }))
    ].filter((x) => !x.reason.trim());
    problems = missing.map((m) => ({ path: m.path, problem: 'Say why: the next one who reads it must know.' }));
    return missing.length > 0;
  }
  async function preview() {
    if (missingReasons()) return;
    working = true;
    const sent = await send<{ jobs: NonNullable<typeof effects> }>('POST', '/api/house/effect', draft);
    working = false;
    if (sent.ok) effects = sent.value.jobs;
    else ({ problems } = sent);
  }
  async function save() {
    if (missingReasons()) return;
    working = true;
    const sent = await send<{ revision: number }>('PUT', '/api/house', { document: draft, revision });
    working = false;
    if (sent.ok) {
      ({ revision } = sent.value);
      effects = null;
      said = `Saved as revision ${revision}.`;
      await loadAgain('basket:house');
    } else if (sent.status === 409) {
      const theirs = sent.answer as { by: string; document: typeof draft; revision: number };
      problems = [
        {
          path: '',
          problem: `${theirs.by} changed the rules meanwhile. Theirs are shown; nothing of yours was written.`
        }
      ];
      draft = theirs.document;
      ({ revision } = theirs);
      await loadAgain('basket:house');
    } else ({ problems } = sent);
  }
</script>

{#snippet winners(list: HouseOverride[])}
  {#if list.length}
    <details class="over">
      <summary>The label wins for {list.map((o) => o.product).join(', ')}</summary>
      <ul>
        {#each list as o, i (i)}<li><b>{o.product}</b> {o.text}.</li>{/each}
      </ul>
    </details>
  {/if}
{/snippet}

<svelte:head><title>House rules · Basket</title></svelte:head>

<main class="p-5">
  <div class="flex flex-wrap items-center gap-x-4 gap-y-1">
    <h1>House rules</h1>
    <span class="dim"
      >Where good crews differ, and how this one does it. A product's own limit always wins.
      {data.house.changedAt
        ? `Revision ${data.house.revision}, ${data.house.changedBy}, ${fullDate(data.house.changedAt.getTime(), data.crew.home.timeZone)}`
        : 'All as preset'}</span
    >
    <a class="btn line ml-auto" href="/api/house" download>Export</a>
  </div>
  {#if data.house.problem}<p class="mt-3 flex gap-2 bg-check-fill px-4 py-2" role="alert">
      <Sign kind="check" /><span
        >What lies here of your house rules can’t be read: {data.house.problem}. The presets hold until a lead saves the
        rules anew.</span
      >
    </p>{/if}
  {#if problems.some((p) => p.path === '')}<p class="mt-3 bg-check-fill px-4 py-2 font-semibold" role="alert">
      {problems.find((p) => p.path === '')!.problem}
    </p>{/if}
  {#if said}<p class="mt-3 flex gap-2 font-semibold text-go" role="status"><Sign kind="go" />{said}</p>{/if}

  <div class="rules">
    {#each schools as s (s.id)}
      {@const now = optionOf(s, draft)}
      {@const own = draft.choices[s.id]}
      <section aria-label={s.question}>
        <h2>{s.question}</h2>
        <div class="opts" role="radiogroup" aria-label={s.question}>
          {#each s.options as o (o.id)}
            <button
              role="radio"
              aria-checked={o.id === now.id}
              class:on={o.id === now.id}
              disabled={!data.mayEdit}
              onclick={() => choose(s.id, o.id, s.preset)}
            >
              <b>{o.name}{o.id === s.preset ? ' (preset)' : ''}</b><span>{o.text}</span>
            </button>
          {/each}
        </div>
        {#if own}
          <TextField
            label="Our reason"
            value={own.reason}
            maxlength={300}
            disabled={!data.mayEdit}
            oninput={(e) => reason(s.id, e.currentTarget.value)}
            errors={problemAt(`/choices/${s.id}`) ? [problemAt(`/choices/${s.id}`)!] : null}
            hint="since {own.date}"
          />
        {:else}<p class="dim text-[13.5px]">{s.reason}</p>{/if}
        {@render winners(overrides.filter((o) => o.rule === s.id))}
      </section>
    {/each}
  </div>

  <h2 class="mt-8 border-b-[1.5px] border-ink pb-1 text-[22px]">Numbers of the house</h2>
  {#each HOUSE_NUMBER_GROUPS as g (g.name)}
    <h3 class="mt-4 text-[16px]">{g.name}</h3>
    <div class="numbers">
      {#each g.numbers as n (n.path)}
        {@const own = draft.numbers[n.path]}
        <section aria-label={n.name}>
          <TextField
            label="{n.name}, {n.unit}"
            inputmode="decimal"
            value={houseNumber(rules, n.path)}
            disabled={!data.mayEdit}
            onchange={(e) => number(n.path, e.currentTarget.value)}
            errors={problemAt(`/numbers/${n.path}/value`) ? [problemAt(`/numbers/${n.path}/value`)!] : null}
            hint={own ? `ours since ${own.date}; empty takes the preset` : 'preset'}
          />
          {#if own}<TextField
              label="Our reason"
              value={own.reason}
              maxlength={300}
              disabled={!data.mayEdit}
              oninput={(e) => numberReason(n.path, e.currentTarget.value)}
              errors={problemAt(`/numbers/${n.path}/reason`) ? [problemAt(`/numbers/${n.path}/reason`)!] : null}
            />{/if}
          {@render winners(overrides.filter((o) => o.rule === n.path))}
        </section>
      {/each}
    </div>
  {/each}

  <h2 class="mt-8 border-b-[1.5px] border-ink pb-1 text-[22px]">What coats are rubbed with</h2>
  <HouseRubs
    rubs={draft.rubs ?? []}
    mayEdit={data.mayEdit}
    {today}
    {problemAt}
    onchange={(rubs) => {
      const { rubs: _, ...others } = draft;
      edit(rubs.length ? { ...others, rubs } : others);
    }}
  />

  <h2 class="mt-8 border-b-[1.5px] border-ink pb-1 text-[22px]">Money</h2>
  <div class="mt-3 w-48">
    <Choice
      label="Prices are in"
      value={rules.currency}
      options={CURRENCIES.map((c) => ({ value: c, label: c }))}
      disabled={!data.mayEdit}
      onchange={(currency) => edit({ ...draft, currency })}
    />
  </div>

  <h2 class="mt-8 border-b-[1.5px] border-ink pb-1 text-[22px]">Places</h2>
  {#each draft.places ?? [] as p, i (p.id)}
    <div class="mt-3 flex flex-wrap items-end gap-x-4 gap-y-1">
      <div class="w-64">
        <TextField
          label="Place {i + 1}"
          value={p.name}
          maxlength={60}
          disabled={!data.mayEdit}
          errors={problemAt(`/places/${i}`) ? [problemAt(`/places/${i}`)!] : null}
          oninput={(e) => place(p.id, e.currentTarget.value)}
        />
      </div>
      <span class="dim pb-3">{placeWords(p, data.person.units)}</span>
      {#if data.mayEdit}<button
          class="btn line"
          onclick={() => edit({ ...draft, places: draft.places!.filter((x) => x.id !== p.id) })}
          >Take out<span class="unseen"> {p.name}</span></button
        >{/if}
    </div>
  {:else}<p class="dim mt-3">
      None yet. A bench or a store that jobs share is set up in a job, under “Change hours, air or crew”, and kept for
      every job.
    </p>{/each}
  {#if draft.places?.length}<p class="dim mt-2 text-[13.5px]">
      Air and hours are changed in a job that uses the place, and kept from there. Jobs that have it already keep
      theirs.
    </p>{/if}

  <h2 class="mt-8 border-b-[1.5px] border-ink pb-1 text-[22px]">Steps of our own</h2>
  {#each draft.steps ?? [] as s, i (s.step)}
    <div class="mt-3 flex flex-wrap items-end gap-x-4 gap-y-1">
      <div class="w-64">
        <TextField
          label="Step {i + 1}"
          value={s.name}
          maxlength={60}
          disabled={!data.mayEdit}
          errors={problemAt(`/steps/${i}/name`) ? [problemAt(`/steps/${i}/name`)!] : null}
          oninput={(e) => step(s.step, { name: e.currentTarget.value })}
        />
      </div>
      <div class="w-32">
        <TextField
          label="Minutes{s.each ? ', each' : ''}"
          inputmode="numeric"
          value={s.minutes}
          disabled={!data.mayEdit}
          errors={problemAt(`/steps/${i}/minutes`) ? [problemAt(`/steps/${i}/minutes`)!] : null}
          onchange={(e) => step(s.step, { minutes: Number(e.currentTarget.value) })}
        />
      </div>
      <span class="dim pb-3"
        >{namedList(s.kinds.map((k) => kindRow(k).name.toLowerCase()))}, before “{prepStepName(s.before)}”{s.restMinutes
          ? `, rests ${showDuration(s.restMinutes * 60_000)}`
          : ''}{s.gate ? `; ${s.gate}` : ''}</span
      >
      {#if data.mayEdit}<button
          class="btn line"
          onclick={() => edit({ ...draft, steps: draft.steps!.filter((x) => x.step !== s.step) })}
          >Take out<span class="unseen"> {s.name}</span></button
        >{/if}
    </div>
  {:else}<p class="dim mt-3">
      None yet. A step that is done on every floor or every door is added on Ready of any job, under “Change the list”.
    </p>{/each}

  <h2 class="mt-8 border-b-[1.5px] border-ink pb-1 text-[22px]">Vans</h2>
  <div class="mt-3 flex flex-wrap items-end gap-3">
    {#each draft.vans as v (v)}
      <span class="flex items-center gap-2 border border-rule bg-sheet px-3 py-2"
        ><b>{v}</b>{#if data.mayEdit}<button
            class="link"
            aria-label="Van {v}: take it out"
            onclick={() => edit({ ...draft, vans: draft.vans.filter((x) => x !== v) })}>take it out</button
          >{/if}</span
      >
    {:else}<p class="dim">No van yet: the load list asks for none.</p>{/each}
    {#if data.mayEdit}
      <div class="w-48"><TextField label="Another van" bind:value={newVan} maxlength={40} /></div>
      <button
        class="btn line"
        disabled={!newVan.trim() || draft.vans.includes(newVan.trim())}
        onclick={() => {
          edit({ ...draft, vans: [...draft.vans, newVan.trim()] });
          newVan = '';
        }}>Add the van</button
      >
    {/if}
  </div>

  {#if data.mayEdit}
    <div class="save-bar">
      <button class="btn line" disabled={!changed || working} onclick={preview}>What it would change this week</button>
      <button class="btn" disabled={!changed || working} onclick={save}>Save the rules</button>
      {#if changed}<button class="btn line" disabled={working} onclick={() => edit(data.house.document)}
          >As they were</button
        >{/if}
      {#if problems.length}<span class="font-semibold text-stop" role="alert">{problems.length} to settle first</span
        >{/if}
    </div>
  {:else}<p class="dim mt-6">A lead sets the house rules.</p>{/if}
  {#if effects}<HouseEffects
      {effects}
      currency={rules.currency}
      units={data.person.units}
      timeZone={data.crew.home.timeZone}
    />{/if}
</main>

<style>
  .rules {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(min(400px, 100%), 1fr));
    gap: 22px 28px;
    margin-top: 18px;
  }
  .rules section {
    display: grid;
    gap: 8px;
    align-content: start;
  }
  .rules h2 {
    border-bottom: 1.5px solid var(--ink);
    padding-bottom: 3px;
  }
  .opts button {
    display: grid;
    width: 100%;
    text-align: left;
    padding: 8px 12px;
    min-height: 48px;
    background: var(--sheet);
    border: 1px solid var(--rule);
    border-left: 6px solid var(--rule);
    margin-bottom: 4px;
  }
  .opts button.on {
    border: 1.5px solid var(--ink);
    border-left: 6px solid var(--ink);
  }
  .opts button:disabled {
    cursor: default;
    color: var(--ink);
  }
  .opts span {
    font-size: 13.5px;
    color: var(--ink-2);
  }
  .over {
    font-size: 13.5px;
  }
  .over summary {
    min-height: 26px;
    color: var(--ink-2);
  }
  .numbers {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(min(260px, 100%), 1fr));
    gap: 16px 24px;
    margin-top: 12px;
  }
  .numbers section {
    display: grid;
    gap: 6px;
    align-content: start;
  }
</style>
