<script lang="ts">
  import { parseWalk, walkText, wallName, type Wall } from '$core/surface';
  import { parseOffset, showLength } from '$core/units';
  import QuantityField from '../fields/QuantityField.svelte';
  import TextField from '../fields/TextField.svelte';
  import Tick from '../fields/Tick.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import LengthField from '../job-desk/LengthField.svelte';
  import { parseTurn, showTurn } from './turn';

  interface Props {
    walls: readonly Wall[];
    wall: number | null;
    /** Changes the walls; `field` names the field typed in, for one step of undo. */
    onchange: (change: (walls: Wall[]) => void, field?: string) => void;
    /** Told apart from another walk on the page: a winder. */
    label?: string;
    idBase?: string;
  }
  let { walls, wall = $bindable(), onchange, label = 'Walls, walking round', idBase = 'wall' }: Props = $props();
  const desk = useJobDesk();
  let angles = $state(false);
  let called = $state('');
  /** How a walk is called out. */
  const CALLED: Wall[] = [4.2, 2.15, 4.2].map((lengthM) => ({ lengthM, turn: 'right' }));
  let wrong = $state('');
  const showAngles = $derived(angles || walls.some((w) => w.turnDeg !== undefined || w.bowM));

  function call() {
    const read = parseWalk(called, desk.units);
    wrong = read.ok ? '' : read.problem;
    if (!read.ok) return;
    onchange((w) => w.splice(0, w.length, ...read.walls));
    called = '';
  }
  const flip = (i: number) => onchange((w) => (w[i]!.turn = w[i]!.turn === 'left' ? 'right' : 'left'));
</script>

<h2 class="mt-4 border-b-[1.5px] border-ink pb-1">{label}</h2>
<ol aria-label={label}>
  {#each walls as w, i (i)}
    <li class="wall" class:on={wall === i} onfocusin={() => (wall = i)} onfocusout={() => (wall = null)}>
      <span class="letter" aria-hidden="true">{wallName(i)}</span>
      <LengthField
        id="{idBase}-{i}"
        label="Wall {wallName(i)}"
        quiet
        value={w.lengthM}
        onchange={(v) => onchange((all) => (all[i]!.lengthM = v), `wall ${i}`)}
      />
      <button class="turn" onclick={() => flip(i)} aria-label="Wall {wallName(i)} turns {w.turn}; change">
        <svg width="20" height="18" viewBox="0 0 20 18" aria-hidden="true"
          ><path
            d={w.turn === 'right' ? 'M3 17V6h11M10 2l4 4-4 4' : 'M17 17V6H6M10 2 6 6l4 4'}
            fill="none"
            stroke="currentColor"
            stroke-width="2"
          /></svg
        >{w.turn}
      </button>
      {#if showAngles}
        <div class="angle">
          <QuantityField
            label="Wall {wallName(i)}: turn"
            quiet
            value={w.turnDeg ?? 90}
            units={desk.units}
            parse={parseTurn}
            show={showTurn}
            onchange={(v) =>
              onchange((all) => {
                if (v === 90) delete all[i]!.turnDeg;
                else all[i]!.turnDeg = v;
              }, `turn ${i}`)}
          />
          <QuantityField
            label="Wall {wallName(i)}: bow"
            quiet
            value={w.bowM ?? 0}
            units={desk.units}
            parse={parseOffset}
            show={(v, u) => (v === 0 ? 'straight' : `bow ${showLength(v, u)}`)}
            onchange={(v) =>
              onchange((all) => {
                if (v === 0) delete all[i]!.bowM;
                else all[i]!.bowM = v;
              }, `bow ${i}`)}
          />
        </div>
      {/if}
    </li>
  {/each}
</ol>
<div class="mt-2 flex flex-wrap gap-2">
  <button
    class="btn line px-3"
    onclick={() => onchange((w) => void w.push({ lengthM: 0, turn: 'left' }, { lengthM: 0, turn: 'right' }))}
    >Two more walls</button
  >
  <button class="btn line px-3" onclick={() => onchange((w) => void w.push({ lengthM: 0, turn: 'right' }))}
    >One more</button
  >
  {#if walls.length > 3}<button class="btn line px-3" onclick={() => onchange((w) => void w.pop())}>One fewer</button
    >{/if}
</div>
<Tick label="Angles and bows" checked={showAngles} onchange={(v) => (angles = v)} />
<form
  class="mt-1 flex items-end gap-2"
  onsubmit={(e) => {
    e.preventDefault();
    call();
  }}
>
  <div class="flex-1">
    <TextField
      label="Or call them out"
      bind:value={called}
      placeholder={walkText(CALLED, desk.units)}
      errors={wrong ? [wrong] : null}
      autocomplete="off"
    />
  </div>
  <button class="btn line" disabled={!called.trim()}>Walk</button>
</form>

<style>
  .wall {
    display: grid;
    grid-template-columns: 24px 1fr 72px;
    gap: 0 8px;
    align-items: center;
    background: var(--sheet);
    border-bottom: 1px solid var(--rule);
    padding: 3px 4px 3px 8px;
    min-height: 46px;
  }
  .wall.on {
    background: var(--now);
    color: var(--on-now);
  }
  .wall > :global(div > .field) {
    font: var(--w-fig) 21px/1 var(--fig);
    font-stretch: 84%;
    border-color: transparent;
    min-height: 40px;
  }
  .angle {
    grid-column: 2 / 4;
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px;
    padding-bottom: 4px;
  }
  .wall.on :global(.field:focus) {
    background: var(--on-now);
    color: var(--now);
    outline: none;
  }
  .letter {
    display: grid;
    place-items: center;
    width: 24px;
    height: 24px;
    border-radius: 50%;
    background: var(--ink);
    color: var(--on-ink);
    font: 700 13px var(--fig);
  }
  .wall.on .letter {
    background: var(--on-now);
    color: #fff;
  }
  .turn {
    display: flex;
    gap: 5px;
    align-items: center;
    min-height: 40px;
    font-size: 13px;
  }
</style>
