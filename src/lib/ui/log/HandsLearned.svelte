<script lang="ts">
  import { normalQuantile, type CoverageLog } from '$core/coverage';
  import { handsKey, knownHands } from '$core/hands';
  import type { HouseRules } from '$core/house';
  import { decimals, showArea, showDuration, type UnitSystem } from '$core/units';
  import { HANDS_WORDS, takesWords } from '$words/hands-words';
  import { METHOD_WORDS } from '$words/method-words';
  import { stationOf } from '$words/station-address';
  import { fullDate } from '$words/time';

  interface Props {
    coverage: CoverageLog;
    house: HouseRules;
    /** The coats behind it, newest first. */
    coats: readonly {
      jobId: string;
      title: string;
      part: string;
      coat: number;
      rateKey: string;
      atMs: number;
      areaM2: number;
      tookMinutes: number;
      plannedMinutes: number;
      guessed: boolean;
    }[];
    units: UnitSystem;
    timeZone: string;
  }
  const { coverage, house, coats, units, timeZone }: Props = $props();
  const known = $derived(knownHands(coverage, house));
  const z90 = normalQuantile(0.9);
  const minutes = (m: number) => showDuration(m * 60_000);
</script>

<section class="mt-8" aria-label="Hands">
  <h2 class="border-b-[1.5px] border-ink pb-1">Hands, as the clock saw them</h2>
  {#if known.length === 0}
    <p class="mt-2 max-w-[64ch]">
      No coat has taught anything yet. Every coat whose bays or pieces were said to be on and off on site teaches how
      long this crew takes at that kind of work; until then plans go by the rates of the house alone.
    </p>
  {:else}
    <p class="dim mt-1 max-w-[72ch] text-[13.5px]">
      From oil on to oil off, times the hands at it, the soak and breaks taken out. Plans take the middle; 80 % of what
      is to be expected lies in the span.
    </p>
    <ul class="mt-2">
      {#each known as k (handsKey(k.group, k.method))}
        {@const s = Math.exp(z90 * k.sdLn)}
        {@const behind = coats.filter((c) => c.rateKey === handsKey(k.group, k.method))}
        <li class="border-b border-rule py-2">
          <details>
            <summary class="flex flex-wrap items-baseline gap-x-4 gap-y-1">
              <b class="w-64">{HANDS_WORDS[k.group]}: {METHOD_WORDS[k.method].toLowerCase()}</b>
              <span class="fig text-[18px]">{takesWords(k.factor)}</span>
              <span class="dim">80 % between × {decimals(k.factor / s, 2)} and × {decimals(k.factor * s, 2)};</span>
              <span class="link">{k.coats} {k.coats === 1 ? 'coat' : 'coats'} behind it</span>
            </summary>
            <ul class="mt-1 pl-6">
              {#each behind as c (`${c.jobId} ${c.part} ${c.coat}`)}
                <li>
                  <a class="link" href={stationOf(c.jobId, c.part, 'work')}>{c.title}</a>, coat {c.coat}, {showArea(
                    c.areaM2,
                    units
                  )}: <b>{minutes(c.tookMinutes)}</b> of hands, {minutes(c.plannedMinutes)} by the rates{c.guessed
                    ? ', a guess for half'
                    : ''}
                  <span class="dim">{fullDate(c.atMs, timeZone)}</span>
                </li>
              {:else}<li class="dim">Its coats are further back than this page goes.</li>{/each}
            </ul>
          </details>
        </li>
      {/each}
    </ul>
  {/if}
</section>
