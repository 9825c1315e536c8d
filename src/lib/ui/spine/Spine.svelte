<script lang="ts">
  import type { Station } from './stations';

  const { stations, jobId, viewing }: { stations: readonly Station[]; jobId: string; viewing: string } = $props();
</script>

<nav class="spine no-print" aria-label="Stations of this job">
  {#each stations as s, i (s.id)}
    <a
      href="/jobs/{jobId}/{s.id}"
      class={s.state}
      aria-current={s.id === viewing ? 'page' : undefined}
      title="{s.name}: {s.word}"
    >
      <svg width="30" height="30" viewBox="0 0 30 30" aria-hidden="true">
        <g transform={i % 2 ? 'rotate(90 15 15)' : undefined}>
          {#if s.state === 'check'}
            <g transform={i % 2 ? 'rotate(-90 15 15)' : undefined}
              ><path d="M15 3 29 27H1z" fill="var(--check)" /><path
                d="M15 11v8M15 21.5v3"
                stroke="var(--sheet)"
                stroke-width="3"
              /></g
            >
          {:else if s.state === 'done'}
            <rect x="1" y="4" width="28" height="10" fill="var(--ink)" /><rect
              x="1"
              y="16"
              width="28"
              height="10"
              fill="var(--ink)"
            />
            <g transform={i % 2 ? 'rotate(-90 15 15)' : undefined}
              ><path d="M9 15l4.5 4.5L22 10" fill="none" stroke="var(--paper)" stroke-width="2.2" /></g
            >
          {:else if s.state === 'now'}
            <rect x="1" y="4" width="28" height="22" fill="var(--ink)" /><rect
              x="1"
              y="16"
              width="28"
              height="10"
              fill="var(--now)"
            /><rect x="1.75" y="4.75" width="26.5" height="20.5" fill="none" stroke="var(--ink)" stroke-width="1.5" />
          {:else}
            <rect
              x="1.75"
              y="4.75"
              width="26.5"
              height="8.5"
              fill="none"
              stroke="var(--rule-2)"
              stroke-width="1.5"
            /><rect
              x="1.75"
              y="16.75"
              width="26.5"
              height="8.5"
              fill="none"
              stroke="var(--rule-2)"
              stroke-width="1.5"
            />
          {/if}
        </g>
      </svg>
      <span class="words"><span class="nm">{s.name}</span><span class="st">{s.word}</span></span>
    </a>
  {/each}
</nav>

<style>
  .spine {
    background: var(--sunk);
    border-right: 1px solid var(--rule);
    display: flex;
    flex-direction: column;
    position: sticky;
    top: var(--top);
    height: calc(100vh - var(--top));
  }
  a {
    display: grid;
    grid-template-columns: 30px 1fr;
    column-gap: 10px;
    align-items: center;
    flex: 1;
    min-height: 48px;
    max-height: 110px;
    padding: 0 6px 0 16px;
    text-decoration: none;
    position: relative;
    border-bottom: 1px solid var(--rule);
  }
  .words {
    min-width: 0;
  }
  .nm {
    font-family: var(--fig);
    font-stretch: 92%;
    font-weight: 640;
    font-size: 16px;
    line-height: 19px;
    display: block;
  }
  .st {
    font-size: 12px;
    line-height: 15px;
    color: var(--ink-3);
    display: block;
    overflow: hidden;
    display: -webkit-box;
    -webkit-line-clamp: 2;
    line-clamp: 2;
    -webkit-box-orient: vertical;
  }
  a[aria-current] {
    background: var(--paper);
    margin-right: -1px;
  }
  a[aria-current]::before {
    content: '';
    position: absolute;
    left: 0;
    top: 0;
    bottom: 0;
    width: 6px;
    background: var(--ink);
  }
  a.now .st {
    color: var(--ink);
    font-weight: 680;
  }
  a.check .st {
    color: var(--check);
    font-weight: 600;
  }
  a.ahead .nm {
    color: var(--ink-2);
    font-weight: 560;
  }
  @media (max-width: 760px) {
    .spine {
      flex-direction: row;
      height: auto;
      position: static;
      border-right: 0;
      border-bottom: 1px solid var(--rule);
    }
    a {
      display: flex;
      flex-direction: column;
      justify-content: center;
      gap: 2px;
      padding: 4px 0;
      min-width: 0;
      border-bottom: 0;
    }
    a[aria-current]::before {
      top: auto;
      right: 0;
      width: auto;
      height: 4px;
    }
    svg {
      width: 20px;
      height: 20px;
    }
    .nm {
      font-size: 12px;
      font-stretch: 76%;
      line-height: 14px;
    }
    .st {
      display: none;
    }
  }
</style>
