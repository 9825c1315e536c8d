<script lang="ts">
  import { finishCard } from '$core/document';
  import { prepTakeUp } from '$core/coverage';
  import { conditionOf, endGrit } from '$core/prep';
  import { LADDER_RULES, sandingLadder, startGrit, type LadderRule } from '$core/sanding';
  import type { Surface } from '$core/surface';
  import { counted } from '$core/units';
  import Choice from '../fields/Choice.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Sign from '../marks/Sign.svelte';

  interface Props {
    surface: Surface;
    mayEdit: boolean;
    onpick: (grit: number) => void;
  }
  /** The grit a surface ends on: chosen here, with what each does to passes and oil, and where the product stops it. */
  const { surface, mayEdit, onpick }: Props = $props();
  const desk = useJobDesk();
  const card = $derived(finishCard(desk.job));
  const house = $derived(desk.knowledge.house.sanding);
  const options = $derived(
    house.gritsInStock
      .filter((g) => g >= 36 && g <= 400)
      .map((grit) => {
        const ladder = sandingLadder({
          start: startGrit(conditionOf(surface)),
          end: grit,
          stock: house.gritsInStock,
          rule: (LADDER_RULES as readonly string[]).includes(house.ladder)
            ? (house.ladder as LadderRule)
            : LADDER_RULES[0]!
        });
        const tooFine = card !== undefined && card !== null && grit > card.maxGrit;
        const oil = Math.round((prepTakeUp({ ...surface, lastGrit: grit }, true) - 1) * 100);
        return {
          value: String(grit),
          label: `P${grit}`,
          disabled: tooFine,
          note: tooFine
            ? `${card!.name} takes no finer than P${card!.maxGrit}`
            : [
                ladder.ok ? counted(ladder.grits.length, 'pass', 'passes') : 'no ladder reaches it',
                oil === 0 ? 'oil as on the card' : `first coat ${oil > 0 ? '+' : '−'}${Math.abs(oil)} % of oil`
              ].join(', ')
        };
      })
  );
  const stopped = $derived(card ? endGrit({ surface, maxGrit: card.maxGrit }) < surface.lastGrit : false);
</script>

<section aria-label="Last grit">
  {#if mayEdit}<Choice
      label="Ends on"
      value={String(surface.lastGrit)}
      options={options.some((o) => o.value === String(surface.lastGrit))
        ? options
        : [...options, { value: String(surface.lastGrit), label: `P${surface.lastGrit}`, note: 'not in stock' }]}
      onchange={(v) => onpick(Number(v))}
    />{:else}<p>Ends on <b>P{surface.lastGrit}</b></p>{/if}
  {#if stopped}<p class="mt-2 flex gap-2" role="status">
      <Sign kind="check" /><span
        >P{surface.lastGrit} is written down. {card!.name} takes no finer than P{card!.maxGrit}: sanding ends there, and
        the oil is counted so.</span
      >
    </p>{/if}
</section>
