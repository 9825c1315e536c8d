<script lang="ts">
  import { page } from '$app/state';
  import { onMount } from 'svelte';
  import Rail from '$lib/ui/rail/Rail.svelte';
  import RailStrip from '$lib/ui/rail/RailStrip.svelte';
  import { deviceStore } from '$lib/ui/outbox/device-store';
  import OutboxLine from '$lib/ui/outbox/OutboxLine.svelte';
  import { Outbox, provideOutbox } from '$lib/ui/outbox/outbox.svelte';
  import { wire } from '$lib/ui/outbox/wire';
  import Patterns from '$lib/ui/ribbon/Patterns.svelte';
  import Head from '$lib/ui/shell/Head.svelte';
  import { loadAgainEvery, weatherLater } from '$lib/ui/shell/load-again';
  import type { LayoutProps } from './$types';

  const { data, children }: LayoutProps = $props();
  // One outbox for whoever is signed in: what waits on this device goes out from any page.
  // svelte-ignore state_referenced_locally
  const outbox = provideOutbox(new Outbox(data.person, deviceStore, wire));
  const AGAIN_MS = 60_000;
  onMount(() => {
    const ends = [loadAgainEvery(AGAIN_MS, 'basket:rail'), outbox.start()];
    return () => ends.forEach((end) => end());
  });
  $effect(() => weatherLater(data.rail.coming, 'basket:rail'));
</script>

<Patterns />
<div class="desk">
  <div class="fixed-top" class:at-work={page.url.pathname.endsWith('/work')}>
    <Head place={data.crew.home.place} timeZone={data.crew.home.timeZone} forecast={data.rail} person={data.person} />
    <div class="rail-slot"><Rail rail={data.rail} openJob={page.params.id} units={data.person.units} /></div>
    <RailStrip rail={data.rail} openJob={page.params.id} units={data.person.units} />
  </div>
  <OutboxLine />
  {@render children()}
</div>

<style>
  .desk {
    --top: calc(var(--head-h) + var(--rail-h));
  }
  .fixed-top {
    position: sticky;
    top: 0;
    z-index: 20;
  }
  @media (max-width: 760px) {
    .rail-slot,
    .at-work {
      display: none;
    }
    .desk {
      --top: 101px;
    }
  }
  @media print {
    .fixed-top {
      position: static;
    }
  }
</style>
