<script lang="ts">
  import { asText, send } from '$lib/forms/send';
  import type { HouseStep } from '$core/house';
  import type { PrepPlan } from '$core/prep';
  import { kindRow, type StepEditOf, type Surface } from '$core/surface';
  import Choice from '../fields/Choice.svelte';
  import TextField from '../fields/TextField.svelte';
  import Tick from '../fields/Tick.svelte';
  import { ownId } from './step-changes';

  interface Props {
    plan: PrepPlan;
    surface: Surface;
    /** Whether this person may make it a step of the house. */
    mayKeep: boolean;
    onadd: (step: StepEditOf<'add'>) => void;
    /** It is a step of the house now. */
    onkept: () => void;
  }
  /** A step of the crew's own: what, before which, how long, what must be so after it. */
  const { plan, surface, mayKeep, onadd, onkept }: Props = $props();
  const blank = { name: '', before: 'before-oil', minutes: '10', restHours: '', gate: '', why: '' };
  let f = $state({ ...blank });
  let each = $state(false);
  let forHouse = $state(false);
  let tried = $state(false);
  let refused = $state('');
  let working = $state(false);
  const number = (text: string) => Number(text.replace(',', '.'));
  const wrong = $derived({
    name: f.name.trim() ? '' : 'What is done, in a few words.',
    minutes: number(f.minutes) >= 1 && number(f.minutes) <= 6000 ? '' : 'Minutes of one person, from 1 to 6000.',
    rest:
      f.restHours.trim() === '' || (number(f.restHours) > 0 && number(f.restHours) <= 336)
        ? ''
        : 'Hours, at most 336; empty when it needs none.',
    gate: f.gate.trim() === '' || f.gate.trim().length >= 3 ? '' : 'A sentence one can answer yes or no.'
  });
  async function add() {
    tried = true;
    refused = '';
    if (Object.values(wrong).some(Boolean)) return;
    const own = {
      name: f.name.trim(),
      before: f.before,
      minutes: number(f.minutes),
      ...(f.why.trim() && { why: f.why.trim() }),
      ...(each && { each: true as const }),
      ...(f.restHours.trim() && { restMinutes: Math.max(1, Math.round(number(f.restHours) * 60)) }),
      ...(f.gate.trim() && { gate: f.gate.trim() })
    };
    const taken = [...plan.steps, ...plan.dropped.map((d) => d.step)].map((s) => s.id);
    if (forHouse) {
      working = true;
      const step: HouseStep = { step: ownId('house', f.name, taken), kinds: [surface.kind], ...own };
      const sent = await send('POST', '/api/house/steps', step);
      working = false;
      if (!sent.ok) {
        refused = asText(sent.problems);
        return;
      }
      onkept();
    } else onadd({ do: 'add', step: ownId('own', f.name, taken), ...own });
    f = { ...blank };
    each = forHouse = tried = false;
  }
  const errors = (key: keyof typeof wrong) => (tried && wrong[key] ? [wrong[key]] : null);
</script>

<section class="add" aria-label="A step of our own">
  <h3>A step of our own</h3>
  <div class="fields">
    <TextField
      label="What is done"
      bind:value={f.name}
      maxlength={60}
      errors={errors('name')}
      placeholder="Heating off"
    />
    <Choice label="Before" bind:value={f.before} options={plan.steps.map((s) => ({ value: s.id, label: s.name }))} />
    <TextField label="Minutes of one person" inputmode="numeric" bind:value={f.minutes} errors={errors('minutes')} />
    <TextField
      label="Rests at least, hours"
      inputmode="decimal"
      bind:value={f.restHours}
      errors={errors('rest')}
      hint="empty: no rest"
    />
    <TextField
      label="What must be so after it"
      bind:value={f.gate}
      maxlength={120}
      errors={errors('gate')}
      hint="a yes or no; empty: no gate"
    />
    <TextField label="Why" bind:value={f.why} maxlength={200} />
  </div>
  <div class="mt-2 flex flex-wrap items-center gap-x-6 gap-y-2">
    {#if surface.units}<Tick label="Minutes are of each piece" bind:checked={each} />{/if}
    {#if mayKeep}<Tick
        label="On every {kindRow(surface.kind).name.toLowerCase()}, whatever the job"
        bind:checked={forHouse}
      />{/if}
    <button class="btn" disabled={working} onclick={add}>Add the step</button>
  </div>
  {#if refused}<p class="mt-2 font-semibold text-stop" role="alert">{refused}</p>{/if}
</section>

<style>
  .add {
    margin-top: 14px;
    padding: 12px;
    border: 1.5px solid var(--ink);
  }
  h3 {
    font: 660 17px/22px var(--fig);
  }
  .fields {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(min(230px, 100%), 1fr));
    gap: 10px 14px;
    margin-top: 8px;
  }
</style>
