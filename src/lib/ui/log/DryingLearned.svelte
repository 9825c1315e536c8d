<script lang="ts">
  import { dryingFactor } from '$core/drying';
  import type { HouseRules } from '$core/house';
  import type { DryingLog } from '$core/knowledge';
  import { decimals } from '$core/units';
  import { fullDate } from '$words/time';

  const {
    drying,
    house,
    products,
    timeZone
  }: {
    drying: DryingLog;
    house: HouseRules;
    products: ReadonlyMap<string, string>;
    timeZone: string;
  } = $props();
  const rows = $derived.by(() => {
    const keys = new Map<string, { productId: string; site: string; tests: DryingLog[number][] }>();
    for (const t of drying) {
      const key = `${t.productId} ${t.site}`;
      const row = keys.get(key) ?? { productId: t.productId, site: t.site, tests: [] };
      row.tests.push(t);
      keys.set(key, row);
    }
    return [...keys].map(([key, r]) => ({
      key,
      ...r,
      factor: dryingFactor(r.tests, house.kappaSdLn),
      lastMs: Math.max(...r.tests.map((t) => t.atMs))
    }));
  });
  const word = (k: number) =>
    k > 1.05
      ? `${decimals((1 - 1 / k) * 100, 0)} % sooner`
      : k < 0.95
        ? `${decimals((1 / k - 1) * 100, 0)} % longer`
        : 'as the card';
</script>

<section class="mt-8" aria-label="Drying factors">
  <h2 class="border-b-[1.5px] border-ink pb-1">Drying, as the thumb found it</h2>
  {#if rows.length === 0}
    <p class="mt-2 max-w-[64ch]">
      No tack test has taught anything yet. Every “wet”, “tacky”, “touch dry” or “ready” felt on site moves κ, the
      factor a product dries by on that site; until then it is 1 and its span wide.
    </p>
  {:else}
    <p class="dim mt-1 text-[13.5px]">
      κ by product and site, from tack tests: above 1 dries sooner than the card and the air say.
    </p>
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <div class="relative overflow-x-auto" role="region" aria-label="Drying factors by product and site" tabindex="0">
      <table class="ruled mt-2 bg-sheet">
        <thead
          ><tr
            ><th class="pl-3">Product</th><th>Site</th><th class="num">κ</th><th>80 %</th><th>Takes</th><th class="num"
              >Tests</th
            ><th>Last</th></tr
          ></thead
        >
        <tbody>
          {#each rows as r (r.key)}
            <tr>
              <td class="pl-3"><b>{products.get(r.productId) ?? r.productId}</b></td>
              <td class="capitalize">{r.site}</td>
              <td class="num"><b>{decimals(r.factor.p50, 2)}</b></td>
              <td class="dim">{decimals(r.factor.p10, 2)} to {decimals(r.factor.p90, 2)}</td>
              <td>{word(r.factor.p50)}</td>
              <td class="num">{r.tests.length}</td>
              <td class="dim">{fullDate(r.lastMs, timeZone)}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  {/if}
</section>
