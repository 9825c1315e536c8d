<script lang="ts">
  import { v7 as uuidv7 } from 'uuid';
  import type { NewEvent } from '$core/log';
  import type { UnitSystem } from '$core/units';
  import { clock } from '../clock/clock.svelte';
  import Sign from '../marks/Sign.svelte';
  import { eventWords } from '$words/event-words';
  import { asWorkEvent, useOutbox } from './outbox.svelte';
  import type { QueuedEvent } from './queued';

  /** An entry the server did not take: why, and what can be done with it. It leaves only by two taps, or mended. */
  const { entry, units }: { entry: QueuedEvent; units: UnitSystem } = $props();
  const outbox = useOutbox();
  const own = $props.id();
  let doing = $state<'nothing' | 'mending' | 'letting go'>('nothing');
  let wrong = $state('');
  type Plain = string | number | boolean;
  /** The plain values of the entry: what a person may set right by hand. */
  const fields = $derived(
    Object.entries(entry.event.data).filter((f): f is [string, Plain] => typeof f[1] !== 'object')
  );
  const words = $derived.by(() => {
    try {
      return eventWords(asWorkEvent(entry), units);
    } catch {
      return entry.event.type;
    }
  });

  async function mend(e: SubmitEvent) {
    e.preventDefault();
    const form = new FormData(e.currentTarget as HTMLFormElement);
    const changed = fields.map(([name, before]) => {
      const text = String(form.get(name) ?? '');
      return [name, typeof before === 'number' ? Number(text) : typeof before === 'boolean' ? text === 'on' : text];
    });
    const next = {
      ...entry.event,
      id: uuidv7(),
      ...(form.get('now') === 'on' && { at: Math.round(clock.read()) }),
      data: { ...entry.event.data, ...Object.fromEntries(changed) }
    } as NewEvent;
    const { checkEvent } = await import('$formats/work-event');
    const checked = checkEvent(JSON.parse(JSON.stringify(next)));
    if (!checked.ok) wrong = checked.problems.map((p) => `${p.path.replace('/data/', '')} ${p.problem}`).join('; ');
    else await outbox.mend(entry.id, checked.value);
  }

  function save() {
    const url = URL.createObjectURL(new Blob([`${JSON.stringify(entry, null, 2)}\n`], { type: 'application/json' }));
    const a = document.createElement('a');
    a.href = url;
    a.download = `${entry.id}.basket-entry.json`;
    a.click();
    URL.revokeObjectURL(url);
  }
</script>

<section class="refused" role="alert">
  <p class="flex gap-3">
    <Sign kind="stop" /><span><b>Not taken:</b> {words}. {entry.refused}</span>
  </p>
  {#if doing === 'mending'}
    <form class="mt-2 grid gap-3" onsubmit={mend}>
      {#each fields as [name, value] (name)}
        <div>
          {#if typeof value === 'boolean'}
            <label class="flex min-h-12 items-center gap-2"
              ><input type="checkbox" {name} checked={value} /> {name}</label
            >
          {:else}
            <label class="block font-semibold" for="{own}-{name}">{name}</label>
            <input
              id="{own}-{name}"
              class="field"
              {name}
              {value}
              inputmode={typeof value === 'number' ? 'decimal' : 'text'}
            />
          {/if}
        </div>
      {/each}
      <label class="flex min-h-12 items-center gap-2"
        ><input type="checkbox" name="now" /> It happened just now: give it the time it is</label
      >
      {#if wrong}<p class="font-semibold">{wrong}</p>{/if}
      <div class="grid grid-cols-2 gap-2">
        <button class="btn min-h-12">Send it so</button>
        <button type="button" class="btn line min-h-12" onclick={() => (doing = 'nothing')}>Not now</button>
      </div>
    </form>
  {:else}
    <div class="mt-2 flex flex-wrap gap-2">
      {#if doing === 'letting go'}
        <button class="btn danger-line min-h-12" onclick={() => outbox.letGo(entry.id)}>Yes, let it go for good</button>
        <button class="btn line min-h-12" onclick={() => (doing = 'nothing')}>Keep it</button>
      {:else}
        <button class="btn line min-h-12" onclick={() => (doing = 'mending')}>Mend it</button>
        <button class="btn line min-h-12" onclick={() => outbox.resend(entry.id)}>Send it again</button>
        <button class="btn line min-h-12" onclick={save}>Save it as a file</button>
        <button class="btn line min-h-12" onclick={() => (doing = 'letting go')}>Let it go</button>
      {/if}
    </div>
  {/if}
</section>

<style>
  .refused {
    background: var(--stop-tint);
    color: var(--stop);
    padding: 10px 16px 12px;
    border-bottom: 1px solid var(--rule);
  }
</style>
