<script lang="ts">
  import type { Snippet } from 'svelte';
  import Mark from '../marks/Mark.svelte';

  const { title, lead, children }: { title: string; lead?: string; children: Snippet } = $props();
</script>

<main class="threshold">
  <div class="boards" aria-hidden="true"></div>
  <div class="door sheet">
    <p class="brand"><Mark size={34} /> Basket</p>
    <h1>{title}</h1>
    {#if lead}<p class="dim mt-1 mb-4">{lead}</p>{:else}<div class="h-4"></div>{/if}
    {@render children()}
  </div>
</main>

<style>
  .threshold {
    min-height: 100vh;
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(320px, 520px);
  }
  .boards {
    background: repeating-linear-gradient(90deg, transparent 0 59px, var(--rule) 59px 60px), var(--sunk);
    border-right: 4px solid var(--ink);
  }
  .door {
    border: 0;
    padding: clamp(20px, 8vh, 96px) clamp(20px, 5vw, 56px);
  }
  .brand {
    display: flex;
    gap: 12px;
    align-items: center;
    font: 760 30px var(--fig);
    font-stretch: 92%;
    margin-bottom: 40px;
  }
  @media (max-width: 760px) {
    .threshold {
      grid-template-columns: 1fr;
    }
    .boards {
      display: none;
    }
  }
</style>
