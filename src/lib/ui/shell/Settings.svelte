<script lang="ts">
  import { asText, send } from '$lib/forms/send';
  import { loadAgain } from '$lib/ui/shell/load-again';
  import { Popover } from 'bits-ui';
  import { theme, type Theme } from './theme.svelte';

  const { person }: { person: { name: string; role: string; units: 'metric' | 'us' } } = $props();
  const THEMES: Theme[] = ['light', 'dark', 'as the device'];

  let wrong = $state('');
  async function setUnits(units: 'metric' | 'us') {
    const sent = await send('PATCH', '/api/me', { units });
    wrong = sent.ok ? '' : asText(sent.problems);
    if (sent.ok) await loadAgain();
  }
</script>

<Popover.Root>
  <Popover.Trigger class="who">{person.name.split(' ')[0]}</Popover.Trigger>
  <Popover.Portal>
    <Popover.Content class="z-50 w-64 border-[1.5px] border-ink bg-sheet p-4 text-ink" sideOffset={6} align="end">
      <p><b>{person.name}</b><br /><span class="dim">{person.role}</span></p>
      <fieldset class="mt-3">
        <legend class="dim text-[13px]">Units</legend>
        <div class="mt-1 flex gap-2">
          {#each ['metric', 'us'] as const as u (u)}
            <button
              class="btn {person.units === u ? '' : 'line'} flex-1"
              aria-pressed={person.units === u}
              onclick={() => setUnits(u)}>{u === 'us' ? 'US' : 'Metric'}</button
            >
          {/each}
        </div>
      </fieldset>
      <fieldset class="mt-3">
        <legend class="dim text-[13px]">Light</legend>
        <div class="mt-1 grid grid-cols-2 gap-2">
          {#each THEMES as t (t)}
            <button
              class="btn {theme.choice === t ? '' : 'line'} {t === 'as the device' ? 'col-span-2' : ''} capitalize"
              aria-pressed={theme.choice === t}
              onclick={() => theme.choose(t)}>{t}</button
            >
          {/each}
        </div>
      </fieldset>
      {#if wrong}<p class="mt-2 font-semibold text-stop" role="alert">{wrong}</p>{/if}
      <div class="mt-4 grid grid-cols-2 gap-2">
        <a class="btn line" href="/people">People</a>
        <a class="btn line" href="/house">House rules</a>
        <a class="btn line" href="/sensors">Sensors</a>
        <a class="btn line" href="/account">Your account</a>
      </div>
      <div class="mt-4 flex items-center justify-between">
        <a class="link" href="/about">About</a>
        <form method="post" action="/sign-out"><button class="btn line">Sign out</button></form>
      </div>
    </Popover.Content>
  </Popover.Portal>
</Popover.Root>

<style>
  :global(.who) {
    min-height: 32px;
    padding: 0 12px;
    color: #fff;
    font-weight: 640;
    border-left: 1px solid #2c4047;
  }
</style>
