<script lang="ts">
  import { cardHours, spreadRate, type ProductCard } from '$core/product';
  import { decimals, showSpreadRate, showTemperature, wetFilmUm } from '$core/units';
  import Cautions from '../job/Cautions.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Why from '../why/Why.svelte';

  /** What a card says that a choice rests on: spread rates, hours, limits, cautions. */
  const { card }: { card: ProductCard } = $props();
  const desk = useJobDesk();
  const hoursText = (c: ProductCard, n: Parameters<typeof cardHours>[1]) => {
    const h = c.hours[n];
    return h ? (h.label.low === h.label.high ? `${h.label.low} h` : `${h.label.low}–${h.label.high} h`) : 'not given';
  };
</script>

<section aria-label="What the card says">
  <h2 class="border-b-[1.5px] border-ink pb-1">What the card of {card.name} says</h2>
  <table class="ruled">
    <tbody>
      {#each [['First coat', 'first'], ['Later coats', 'later'], ['Maintenance', 'maintenance']] as const as [word, position] (position)}
        {@const s = spreadRate(card, position)}
        {@const graded = card.spreadRateM2PerL[position]}
        <tr
          ><td>{word}</td><td class="num">
            <Why
              about="spread rate, {word.toLowerCase()}"
              lines={[
                {
                  name: 'label',
                  value: graded ? showSpreadRate(graded.label, desk.units) : 'not given',
                  grade: 'label'
                },
                ...(graded?.house
                  ? [
                      {
                        name: `house: ${graded.house.reason}, ${graded.house.date}`,
                        value: showSpreadRate(graded.house.value, desk.units),
                        grade: 'house' as const
                      }
                    ]
                  : []),
                { name: 'wet film', value: `${decimals(wetFilmUm(s.value), 0)} µm`, grade: 'law' }
              ]}><b>{showSpreadRate(s.value, desk.units)}</b></Why
            > <span class="faint text-[12px]">{s.grade}</span></td
          ></tr
        >
      {/each}
      <tr><td>Touch dry</td><td class="num">{hoursText(card, 'touchDry')}</td></tr>
      <tr><td>Recoat opens</td><td class="num">{hoursText(card, 'recoatOpens')}</td></tr>
      <tr><td>Recoat closes</td><td class="num">{hoursText(card, 'recoatCloses')}</td></tr>
      {#if desk.job.site.setting === 'outdoor'}<tr
          ><td>Safe from rain</td><td class="num">{hoursText(card, 'rainSafe')}</td></tr
        >{/if}
      <tr><td>Light use</td><td class="num">{hoursText(card, 'lightUse')}</td></tr>
      <tr><td>Full cure</td><td class="num">{hoursText(card, 'fullCure')}</td></tr>
      <tr
        ><td>Air</td><td class="num"
          >{showTemperature(card.limits.airMinC, desk.units, 0)} to {showTemperature(
            card.limits.airMaxC,
            desk.units,
            0
          )}</td
        ></tr
      >
      <tr><td>Humidity</td><td class="num">to {decimals(card.limits.rhMax * 100, 0)} %</td></tr>
      <tr><td>Sanded no finer than</td><td class="num">P{card.maxGrit}</td></tr>
      <tr><td>Solvent</td><td class="num">{card.vocGPerL} g/L</td></tr>
      <tr><td>Food contact</td><td class="num">{card.foodContact}</td></tr>
    </tbody>
  </table>
  <p class="faint mt-2 text-[12.5px]">
    Hours at {showTemperature(20, desk.units, 0)}, 50 %, still air. The plan uses the upper end and today's air.
  </p>
  <Cautions cautions={desk.plan.cautions} closing={desk.plan.cautionsClosing} />
</section>
