<script lang="ts">
  import { send } from '$lib/forms/send';
  import type { ProductCard } from '$core/product';
  import { showVolume, type UnitSystem } from '$core/units';
  import { clock } from '../clock/clock.svelte';
  import Choice from '../fields/Choice.svelte';
  import TextField from '../fields/TextField.svelte';

  /** A tin that comes into the stock, whole: product, pack, colour, lot, place. */
  interface Props {
    cards: readonly ProductCard[];
    places: readonly string[];
    /** What is known of it already, from a batch that used it. */
    from: { productId: string; of: 'kit' | 'oil' | 'hardener'; lot: string } | null;
    units: UnitSystem;
    onadded: () => void;
  }
  const { cards, places, from, units, onadded }: Props = $props();
  // The form starts from what is known and is the person's from then on.
  // svelte-ignore state_referenced_locally
  let productId = $state(from?.productId ?? cards[0]?.id ?? '');
  // svelte-ignore state_referenced_locally
  let lot = $state(from?.lot ?? '');
  const card = $derived(cards.find((c) => c.id === productId));
  let packId = $state('');
  const pack = $derived(
    card?.packs.find((p) => p.id === packId) ?? card?.packs.find((p) => p.of === from?.of) ?? card?.packs[0]
  );
  let colour = $state('');
  const colourNow = $derived(
    pack?.of === 'hardener' ? '' : card?.colours.includes(colour) ? colour : (card?.colours[0] ?? '')
  );
  let place = $state('store');
  let count = $state('1');
  let problems = $state<{ path: string; problem: string }[]>([]);
  const at = (path: string) => {
    const p = problems.find((x) => x.path === path);
    return p ? [p.problem] : null;
  };

  async function add() {
    if (!card || !pack) return;
    problems = [];
    const n = Number(count);
    if (!lot.trim()) problems = [...problems, { path: '/lot', problem: 'Write down the lot on the tin.' }];
    if (!Number.isInteger(n) || n < 1 || n > 24)
      problems = [...problems, { path: '/count', problem: 'A whole number, 1 to 24.' }];
    if (problems.length) return;
    for (let i = 0; i < n; i++) {
      const sent = await send('POST', '/api/stock', {
        productId,
        of: pack.of,
        colour: colourNow,
        lot: lot.trim(),
        ...(card.pairCode && { pairCode: card.pairCode }),
        volumeMl: pack.volumeMl,
        leftMl: pack.volumeMl,
        place,
        boughtOn: new Date(clock.now).toISOString().slice(0, 10)
      });
      if (!sent.ok) return void ({ problems } = sent);
    }
    onadded();
  }
</script>

<section class="new" aria-label="A tin bought">
  <Choice label="Product" bind:value={productId} options={cards.map((c) => ({ value: c.id, label: c.name }))} />
  {#if card && pack}
    <Choice
      label="Pack"
      value={pack.id}
      options={card.packs.map((p) => ({ value: p.id, label: `${p.of}, ${showVolume(p.volumeMl / 1000, units)}` }))}
      onchange={(v) => (packId = v)}
    />
    {#if pack.of !== 'hardener'}<Choice
        label="Colour"
        value={colourNow}
        options={card.colours.map((c) => ({ value: c, label: c }))}
        onchange={(v) => (colour = v)}
      />{/if}
  {/if}
  <TextField label="Lot" bind:value={lot} maxlength={40} errors={at('/lot')} />
  <TextField label="How many" bind:value={count} inputmode="numeric" errors={at('/count')} />
  <Choice label="Where it stands" bind:value={place} options={places.map((p) => ({ value: p, label: p }))} />
  <button class="btn" onclick={add}>Into the stock</button>
  {#each problems.filter((p) => !['/lot', '/count'].includes(p.path)) as p (p.path)}<p
      class="font-semibold text-stop"
      role="alert"
    >
      {p.path.slice(1)}
      {p.problem}
    </p>{/each}
</section>

<style>
  .new {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
    gap: 12px;
    align-items: end;
    margin-top: 14px;
    padding: 14px;
    background: var(--sheet);
    border: 1.5px solid var(--ink);
  }
</style>
