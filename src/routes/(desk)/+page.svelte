<script lang="ts">
  import Board from '$lib/ui/board/Board.svelte';
  import NextDays from '$lib/ui/board/NextDays.svelte';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
</script>

<svelte:head><title>Today · Basket</title></svelte:head>

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
