<script lang="ts">
  import { Popover } from 'bits-ui';
  import type { Snippet } from 'svelte';
  import type { WhyLine } from './why';

  interface Props {
    /** What the number is, for the title and for those who can't see it. */
    about: string;
    lines: readonly WhyLine[];
    /** The formula in words. */
    formula?: string;
    children: Snippet;
  }
  const { about, lines, formula, children }: Props = $props();
</script>

<Popover.Root>
  <Popover.Trigger class="why-number" aria-label="{about}: why this number?">{@render children()}</Popover.Trigger>
  <Popover.Portal>
    <Popover.Content class="why-sheet" sideOffset={6} collisionPadding={12}>
      <h2>Why: {about}</h2>
      {#if formula}<p class="dim mt-1 text-[13px]">{formula}</p>{/if}
      <table class="ruled mt-2">
        <tbody>
          {#each lines as l, i (i)}
            <tr><td>{l.name}</td><td class="num"><b>{l.value}</b></td><td class="grade">{l.grade}</td></tr>
          {/each}
        </tbody>
      </table>
      <p class="faint mt-2 text-[12px]">
        law: published physics · label: the product card · house: our own choice or log
      </p>
    </Popover.Content>
  </Popover.Portal>
</Popover.Root>

<style>
  :global(.why-number) {
    text-decoration: underline dotted var(--rule-2) 1.5px;
    text-underline-offset: 4px;
    text-align: inherit;
    font: inherit;
    color: inherit;
    display: inline;
    line-height: inherit;
  }
  :global(.why-sheet) {
    z-index: 60;
    width: min(420px, calc(100vw - 24px));
    max-height: 70vh;
    overflow-y: auto;
    background: var(--sheet);
    color: var(--ink);
    border: 1.5px solid var(--ink);
    padding: 14px 16px;
  }
  td {
    padding-block: 5px;
    font-size: 13.5px;
  }
  .grade {
    color: var(--ink-3);
    font-size: 12px;
    width: 44px;
  }
</style>
