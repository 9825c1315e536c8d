<script lang="ts">
  import CantBeRead from '$lib/ui/job/CantBeRead.svelte';
  import Board from '$lib/ui/board/Board.svelte';
  import NextDays from '$lib/ui/board/NextDays.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
</script>

<svelte:head><title>Today · Basket</title></svelte:head>

{#if data.rail.unreadable.length}<div class="px-5 pt-4"><CantBeRead jobs={data.rail.unreadable} /></div>{/if}
<main class="today">
  <Board lines={data.rail.lines} units={data.person.units} />
  <NextDays rail={data.rail} careDue={data.careDue} />
</main>

<style>
  .today {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 344px;
    min-height: calc(100vh - var(--top));
  }
  @media (max-width: 1100px) {
    .today {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
