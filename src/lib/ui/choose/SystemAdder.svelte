<script lang="ts">
  import type { FinishSystem } from '$core/document';
  import type { ProductCard } from '$core/product';
  import { counted } from '$core/units';
  import Choice from '../fields/Choice.svelte';
  import CountField from '../fields/CountField.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import { isChosen, ownSystem, preferredMethod, stackOf, systemOf, type Layer } from './choose-edits';
  import { METHOD_WORDS } from '$words/method-words';
  import { misfits } from './fit';

  /** Puts a system beside the others: of one product, of several from the wood up, or the one that is chosen. */
  const { shelf }: { shelf: readonly ProductCard[] } = $props();
  const desk = useJobDesk();
  const systems = $derived(desk.job.compared ?? []);
  let product = $state('');
  const offered = $derived(
    shelf.map((c) => {
      const [why] = misfits(desk.job, c);
      return { value: c.id, label: c.name, ...(why && { note: why.problem }) };
    })
  );
  const picked = $derived(shelf.find((c) => c.id === product));
  let method = $state<ProductCard['methods'][number]['method'] | ''>('');
  const put = (system: FinishSystem) =>
    desk.editPart((d) => (d.compared = [...(d.compared ?? []), system].slice(0, 4)));
  function add() {
    if (!picked) return;
    // Coats that were counted are meant, of one product too.
    const layers = [...stack, layerOf(picked)];
    put(
      stack.length || layerCoats !== null ? stackOf(layers, desk.job) : systemOf(picked, layers[0]!.method, desk.job)
    );
    stack = [];
    clear();
  }
  /** What lies under the product that is picked, of a system made from nothing: from the wood up. */
  let stack = $state.raw<Layer[]>([]);
  let layerCoats = $state<number | null>(null);
  const MOST_COATS = 12;
  const stacked = $derived(stack.reduce((n, l) => n + l.coats, 0));
  const coatsPicked = $derived(layerCoats ?? 1);
  const layerOf = (card: ProductCard): Layer => ({
    card,
    method: card.methods.find((m) => m.method === method)?.method ?? preferredMethod(card, desk.knowledge.house),
    coats: coatsPicked
  });
  function clear() {
    product = '';
    method = '';
    layerCoats = null;
  }
  /** The picked product goes under whatever is picked next. */
  function goesUnder() {
    if (!picked) return;
    stack = [...stack, layerOf(picked)];
    clear();
  }
  const own = $derived(ownSystem(desk.job));
</script>

<div class="w-64">
  <Choice label="Product" bind:value={product} options={[{ value: '', label: 'pick one' }, ...offered]} />
</div>
{#if picked && picked.methods.length > 1}
  <div class="w-56">
    <Choice
      label="Method"
      value={method || preferredMethod(picked, desk.knowledge.house)}
      options={picked.methods.map((m) => ({ value: m.method, label: METHOD_WORDS[m.method] }))}
      onchange={(v) => (method = v)}
    />
  </div>
{/if}
{#if picked && (stack.length > 0 || layerCoats !== null)}
  <div class="w-32">
    <CountField
      label="Coats of it"
      value={coatsPicked}
      least={1}
      most={Math.max(1, MOST_COATS - stacked)}
      onchange={(n) => (layerCoats = n)}
    />
  </div>
{/if}
{#if picked && layerCoats === null && stack.length === 0}
  <button class="btn line" disabled={!desk.mayEdit} onclick={() => (layerCoats = 1)}>Another product on top</button>
{:else if picked && stacked + coatsPicked < MOST_COATS}
  <button class="btn line" disabled={!desk.mayEdit} onclick={goesUnder}>Then the next product</button>
{/if}
<button class="btn" disabled={!picked || systems.length >= 4 || !desk.mayEdit} onclick={add}>Put beside</button>
{#if own && !systems.some((s) => isChosen(desk.job, s))}
  <button
    class="btn line"
    disabled={systems.length >= 4 || !desk.mayEdit}
    onclick={() => put({ ...own, id: `as-chosen-${systems.length}` })}>Put the chosen one beside</button
  >
{/if}
{#if stack.length}
  <p class="order-last flex basis-full flex-wrap items-center gap-3" role="status">
    <b>From the wood up:</b>
    {stack.map((l) => `${l.card.name}, ${counted(l.coats, 'coat', 'coats')}`).join(', then ')}, then {picked
      ? `${picked.name}, ${counted(coatsPicked, 'coat', 'coats')}`
      : 'what you pick'}
    <button class="btn line" onclick={() => (stack = [])}>Begin again</button>
  </p>
{/if}
