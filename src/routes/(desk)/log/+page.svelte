<script lang="ts">
  import { methodName } from '$words/method-words';
  import { loadAgain } from '$lib/ui/shell/load-again';
  import { normalQuantile } from '$core/coverage';
  import { decimals, L_PER_GAL, M2_PER_FT2, showArea, showSpreadRate, showVolume } from '$core/units';
  import Chart from '$lib/ui/chart/Chart.svelte';
  import Choice from '$lib/ui/fields/Choice.svelte';
  import TextField from '$lib/ui/fields/TextField.svelte';
  import DryingLearned from '$lib/ui/log/DryingLearned.svelte';
  import HandsLearned from '$lib/ui/log/HandsLearned.svelte';
  import { isUnexplained, logKeys, type LogKey } from '$lib/ui/log/log-rows';
  import Sign from '$lib/ui/marks/Sign.svelte';
  import { stationOf } from '$words/station-address';
  import { fullDate } from '$words/time';
  import { logFromDesk } from '$lib/ui/worklog/log-from-desk';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  const units = $derived(data.person.units);
  const zone = $derived(data.crew.home.timeZone);
  const keys = $derived(logKeys(data.coats, data.coverage, data.house));
  let product = $state('');
  let species = $state('');
  let method = $state('');
  const shown = $derived(
    keys.filter(
      (k) =>
        (!product || k.product === product) &&
        (!species || k.speciesGroup === species) &&
        (!method || k.method === method)
    )
  );
  let openKey = $state('');
  const open = $derived(shown.find((k) => k.key === openKey) ?? shown[0]);
  const options = (values: string[], all: string) => [
    { value: '', label: all },
    ...[...new Set(values)].sort().map((v) => ({ value: v, label: v }))
  ];
  const name = (k: LogKey) => `${k.product}, ${k.position} coat`;
  const inUnits = (m2PerL: number) => (units === 'us' ? (m2PerL / M2_PER_FT2) * L_PER_GAL : m2PerL);
  const z90 = normalQuantile(0.9);
  const span = (k: LogKey) => {
    const s = Math.exp(z90 * k.known.sdLn);
    return `${showSpreadRate(k.known.medianM2PerL / s, units)} and ${showSpreadRate(k.known.medianM2PerL * s, units)}`;
  };
  /** How far from the card, as "−24 %"; "0 %" where it rounds to none. */
  const deviation = (off: number) => {
    const percent = decimals(Math.abs(off - 1) * 100, 0);
    return `${percent === '0' ? '' : off < 1 ? '−' : '+'}${percent} %`;
  };
  const toOpen = $derived(keys.reduce((n, k) => n + k.coats.filter(isUnexplained).length, 0));

  let judging = $state<string | null>(null);
  let reason = $state('');
  let wrong = $state('');
  const idOf = (c: LogKey['coats'][number]) => `${c.jobId} ${c.part} ${c.coat} ${c.rateKey}`;
  async function judge(c: LogKey['coats'][number], counts: boolean) {
    if (!reason.trim()) {
      wrong = 'Say why.';
      return;
    }
    const problem = await logFromDesk(c.jobId, 'coat.judged', {
      part: c.part,
      coat: c.coat,
      counts,
      reason: reason.trim()
    });
    wrong = problem ?? '';
    if (problem) return;
    judging = null;
    reason = '';
    await loadAgain('basket:log');
  }
</script>

<svelte:head><title>Log · Basket</title></svelte:head>

<main class="p-5">
  <div class="flex flex-wrap items-center gap-x-4 gap-y-1">
    <h1>Log</h1>
    <span class="dim"
      >{data.coats.length} finished coats{data.coats.length === data.shown ? ', the newest' : ''}. How far the oil
      really went{toOpen ? `. ${toOpen} to explain` : ''}</span
    >
  </div>
  {#if keys.length === 0}
    <section class="mt-6 max-w-xl text-[16px]">
      <h2>Nothing learned yet</h2>
      <p class="mt-2">
        Every coat that is closed on site with the litres it took teaches how far that oil goes: per product, coat, wood
        and method. Until then plans rest on the cards alone, and say so.
      </p>
      <a class="btn mt-4" href="/jobs">To the jobs</a>
    </section>
  {:else}
    <div class="mt-3 flex flex-wrap gap-3">
      <div class="w-56">
        <Choice
          label="Product"
          bind:value={product}
          options={options(
            keys.map((k) => k.product),
            'all products'
          )}
        />
      </div>
      <div class="w-48">
        <Choice
          label="Wood"
          bind:value={species}
          options={options(
            keys.map((k) => k.speciesGroup),
            'all woods'
          )}
        />
      </div>
      <div class="w-40">
        <Choice
          label="Method"
          bind:value={method}
          options={options(
            keys.map((k) => k.method),
            'all methods'
          )}
        />
      </div>
    </div>
    <div class="two">
      <section aria-label="Spread rates">
        <div class="scroll" role="region" aria-label="Spread rates by key" tabindex="-1">
          <table class="ruled bg-sheet">
            <thead
              ><tr
                ><th class="pl-3">Product and coat</th><th>Wood, method</th><th class="num">Card</th><th class="num"
                  >Ours</th
                ><th class="num">Coats</th></tr
              ></thead
            >
            <tbody>
              {#each shown as k (k.key)}
                {@const off = k.known.medianM2PerL / k.known.cardM2PerL}
                <tr class:on={k.key === open?.key}>
                  <td class="pl-3"
                    ><button class="link text-left" onclick={() => (openKey = k.key)}>{name(k)}</button>
                    {#if k.coats.some(isUnexplained)}<span class="flex gap-1 text-[13px] font-semibold text-check"
                        ><Sign kind="check" size={14} />to explain</span
                      >{/if}</td
                  >
                  <td>{k.speciesGroup}, {methodName(k.method)}</td>
                  <td class="num">{showSpreadRate(k.known.cardM2PerL, units)}</td>
                  <td class="num"
                    ><b>{showSpreadRate(k.known.medianM2PerL, units)}</b><span
                      class="block text-[12.5px] {off < 0.9 ? 'text-check' : 'dim'}"
                      >{k.known.coats === 0 ? 'card alone' : deviation(off)}</span
                    ></td
                  >
                  <td class="num">{k.known.coats}</td>
                </tr>
              {/each}
            </tbody>
          </table>
        </div>
      </section>
      {#if open}
        <section aria-label="Coats of {name(open)}">
          <h2 class="border-b-[1.5px] border-ink pb-1">
            {name(open)}, {open.speciesGroup}, {methodName(open.method)}
          </h2>
          <p class="mt-1">
            {#if open.known.coats}
              <b>{showSpreadRate(open.known.medianM2PerL, units)}</b>, 80 % of it between {span(open)}; {open.known
                .coats}
              {open.known.coats === 1 ? 'coat' : 'coats'} behind it. The card says {showSpreadRate(
                open.known.cardM2PerL,
                units
              )}.
            {:else}No coat counts here: the card alone, {showSpreadRate(open.known.cardM2PerL, units)}.{/if}
          </p>
          <Chart
            label="Spread rate of each coat over time against the card: {open.coats
              .map((c) => `${fullDate(c.atMs, zone)} ${showSpreadRate(c.rateM2PerL, units)}`)
              .join('; ')}"
            height={260}
            data={[
              {
                type: 'scatter',
                mode: 'markers',
                x: open.coats.map((c) => new Date(c.atMs).toISOString()),
                y: open.coats.map((c) => inUnits(c.rateM2PerL)),
                text: open.coats.map((c) => `${c.title}, coat ${c.coat}`),
                hoverinfo: 'text',
                marker: {
                  size: 12,
                  symbol: open.coats.map((c) => (c.counts ? 'circle' : 'x-thin-open')),
                  color: open.coats.map((c) => (c.counts ? '--oil-dry' : '--ink-3')),
                  line: { color: '--ink', width: 1.5 }
                }
              }
            ]}
            layout={{
              yaxis: {
                title: { text: units === 'us' ? 'sq ft from a gallon' : 'm² from a litre' },
                rangemode: 'tozero'
              },
              shapes: [
                {
                  type: 'line',
                  xref: 'paper',
                  x0: 0,
                  x1: 1,
                  y0: inUnits(open.known.cardM2PerL),
                  y1: inUnits(open.known.cardM2PerL),
                  line: { color: '--ink', width: 1.5, dash: 'dash' }
                },
                {
                  type: 'line',
                  xref: 'paper',
                  x0: 0,
                  x1: 1,
                  y0: inUnits(open.known.medianM2PerL),
                  y1: inUnits(open.known.medianM2PerL),
                  line: { color: '--go', width: 2.5 }
                }
              ],
              annotations: [
                {
                  xref: 'paper',
                  x: 1,
                  y: inUnits(open.known.cardM2PerL),
                  text: 'card',
                  showarrow: false,
                  yshift: 9,
                  xanchor: 'right'
                },
                {
                  xref: 'paper',
                  x: 0,
                  y: inUnits(open.known.medianM2PerL),
                  text: 'ours',
                  showarrow: false,
                  yshift: 9,
                  xanchor: 'left'
                }
              ]
            }}
          />
          <ul>
            {#each open.coats as c (idOf(c))}
              <li class="coat" class:out={!c.counts}>
                <div>
                  <a class="link" href={stationOf(c.jobId, c.part, 'work')}>{c.title}</a>, coat {c.coat}
                  <span class="dim block text-[13px]"
                    >{fullDate(c.atMs, zone)}. {showVolume(c.usedL, units)} on {showArea(c.areaM2, units)}{c.guessed
                      ? ', guessed'
                      : ''}</span
                  >
                  {#if !c.counts}<span class="block text-[13.5px] font-semibold">Left out: {c.reason}</span>
                  {:else if c.reason}<span class="block text-[13.5px]">Explained: {c.reason}</span>
                  {:else if isUnexplained(c)}<span class="flex gap-1 text-[13.5px] font-semibold text-check"
                      ><Sign kind="check" size={15} />Far from the others. Say why, or leave it out.</span
                    >{/if}
                </div>
                <b class="whitespace-nowrap">{showSpreadRate(c.rateM2PerL, units)}</b>
                {#if data.mayJudge}<button
                    class="btn line"
                    aria-label="Judge {c.title}, coat {c.coat}"
                    onclick={() => {
                      judging = judging === idOf(c) ? null : idOf(c);
                      reason = c.reason;
                      wrong = '';
                    }}>Judge</button
                  >{/if}
              </li>
              {#if judging === idOf(c)}
                <li class="judge">
                  <TextField label="Why" bind:value={reason} maxlength={300} errors={wrong ? [wrong] : null} />
                  <button class="btn line" onclick={() => judge(c, true)}>It counts</button>
                  <button class="btn" onclick={() => judge(c, false)}>Leave it out</button>
                </li>
              {/if}
            {/each}
          </ul>
        </section>
      {/if}
    </div>
    <p class="dim mt-4 max-w-3xl text-[13px]">
      The card counts as a guess with a spread of {decimals(data.house.cardSdLn, 2)} (of ln), a coat with {decimals(
        data.house.coatSdLn,
        2
      )}, a guessed one for half. Oil lost in tins, mixing and applicators is taken off first.
    </p>
  {/if}
  <HandsLearned coverage={data.coverage} house={data.house} coats={data.hands} {units} timeZone={zone} />
  <DryingLearned
    drying={data.drying}
    house={data.house}
    products={new Map(data.coats.map((c) => [c.productId, c.product]))}
    timeZone={zone}
  />
</main>

<style>
  .two {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 520px);
    gap: 26px;
    margin-top: 16px;
    align-items: start;
  }
  .scroll {
    position: relative;
    overflow-x: auto;
  }
  tr.on td {
    box-shadow: inset 0 -2px 0 var(--ink);
  }
  .coat {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto auto;
    gap: 12px;
    align-items: center;
    padding: 8px 0;
    border-bottom: 1px solid var(--rule);
  }
  .coat.out b {
    text-decoration: line-through;
    color: var(--ink-3);
  }
  .judge {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto auto;
    gap: 10px;
    align-items: end;
    padding: 10px 12px;
    background: var(--sheet);
  }
  @media (max-width: 1000px) {
    .two {
      grid-template-columns: minmax(0, 1fr);
    }
  }
  @media (max-width: 560px) {
    .judge {
      grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    }
    .judge > :global(:first-child) {
      grid-column: 1 / -1;
    }
  }
</style>
