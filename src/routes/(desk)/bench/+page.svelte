<script lang="ts">
  import { page } from '$app/state';
  import { Tabs } from 'bits-ui';
  import { relativeHumidity } from '$core/air';
  import { clock } from '$lib/ui/clock/clock.svelte';
  import AirTool from '$lib/ui/bench/AirTool.svelte';
  import { BenchParams } from '$lib/ui/bench/bench-params.svelte';
  import LadderTool from '$lib/ui/bench/LadderTool.svelte';
  import MixTool from '$lib/ui/bench/MixTool.svelte';
  import PotLifeTool from '$lib/ui/bench/PotLifeTool.svelte';
  import RecipeTool from '$lib/ui/bench/RecipeTool.svelte';
  import RecoatTool from '$lib/ui/bench/RecoatTool.svelte';
  import TinTool from '$lib/ui/bench/TinTool.svelte';
  import UnitsTool from '$lib/ui/bench/UnitsTool.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  const TOOLS = [
    ['mix', 'Mix'],
    ['tin', 'How far a tin goes'],
    ['air', 'Dew point, wood'],
    ['recoat', 'Next coat'],
    ['pot-life', 'Pot life'],
    ['batch', 'Batch size'],
    ['recipes', 'Recipes'],
    ['ladder', 'Sanding ladder'],
    ['units', 'Units']
  ] as const;
  const p = new BenchParams(page.url.searchParams);
  const tool = $derived(TOOLS.find(([id]) => id === p.text('tool', 'mix'))?.[0] ?? 'mix');
  const units = $derived(data.person.units);
  /** The air at home this hour: what the tools begin with. */
  const today = $derived.by(() => {
    const h = data.rail.hours.findLast((x) => x.atMs <= clock.now);
    return h
      ? { tempC: Math.round(h.airTempC), rh: Math.round(relativeHumidity(h.airTempC, h.dewPointC) * 100) / 100 }
      : { tempC: 20, rh: 0.5 };
  });
  let copied = $state(false);
  async function copy() {
    await navigator.clipboard.writeText(location.href);
    copied = true;
    setTimeout(() => (copied = false), 3000);
  }
</script>

<svelte:head><title>Bench · Basket</title></svelte:head>

<main class="bench">
  <div class="flex flex-wrap items-center gap-x-4 gap-y-1">
    <h1>Bench</h1>
    <span class="dim">Quick tools without a job. The address holds what they are set to</span>
    <button class="btn line ml-auto" onclick={copy}>{copied ? 'Copied' : 'Copy the address'}</button>
  </div>
  <Tabs.Root value={tool} onValueChange={(v) => p.set('tool', v)} orientation="vertical" class="tools">
    <Tabs.List class="tool-list" aria-label="Tools">
      {#each TOOLS as [id, name] (id)}
        <Tabs.Trigger value={id} class="tool">{name}</Tabs.Trigger>
      {/each}
    </Tabs.List>
    <Tabs.Content value={tool} tabindex={-1} class="tool-sheet">
      {#if tool === 'mix'}<MixTool {p} shelf={data.shelf} house={data.house} {units} />
      {:else if tool === 'tin'}<TinTool {p} shelf={data.shelf} house={data.house} {units} coverage={data.coverage} />
      {:else if tool === 'air'}<AirTool {p} house={data.house} {units} {today} />
      {:else if tool === 'recoat'}<RecoatTool {p} shelf={data.shelf} house={data.house} {units} {today} />
      {:else if tool === 'pot-life'}<PotLifeTool {p} shelf={data.shelf} house={data.house} {units} ask="pot life" />
      {:else if tool === 'batch'}<PotLifeTool {p} shelf={data.shelf} house={data.house} {units} ask="batch" />
      {:else if tool === 'recipes'}<RecipeTool {p} {units} />
      {:else if tool === 'ladder'}<LadderTool {p} house={data.house} />
      {:else}<UnitsTool {p} {units} />{/if}
    </Tabs.Content>
  </Tabs.Root>
</main>

<style>
  .bench {
    padding: 16px 20px 40px;
  }
  .bench :global(.tools) {
    display: grid;
    grid-template-columns: 200px minmax(0, 560px);
    gap: 24px;
    margin-top: 14px;
    align-items: start;
  }
  .bench :global(.tool-list) {
    display: grid;
  }
  .bench :global(.tool) {
    min-height: 48px;
    padding: 0 14px;
    text-align: left;
    font-weight: 600;
    border-bottom: 1px solid var(--rule);
    background: var(--sunk);
  }
  .bench :global(.tool[data-state='active']) {
    background: var(--sheet);
    box-shadow: inset 6px 0 0 var(--ink);
  }
  .bench :global(.tool-sheet) {
    background: var(--sheet);
    padding: 18px 20px 22px;
  }
  @media (max-width: 760px) {
    .bench {
      padding: 10px 0 24px;
    }
    .bench > div {
      padding: 0 12px;
    }
    .bench :global(.tools) {
      grid-template-columns: minmax(0, 1fr);
      gap: 0;
    }
    .bench :global(.tool-list) {
      display: flex;
      overflow-x: auto;
    }
    .bench :global(.tool) {
      white-space: nowrap;
      flex: none;
      border-bottom: 0;
      border-right: 1px solid var(--rule);
    }
    .bench :global(.tool[data-state='active']) {
      box-shadow: inset 0 -5px 0 var(--ink);
    }
    .bench :global(.tool-sheet) {
      padding: 14px 12px 20px;
    }
  }
</style>
