<script lang="ts">
  import { topCard } from '$core/document';
  import { RHYTHMS } from '$core/house';
  import Choice from '../fields/Choice.svelte';
  import Tick from '../fields/Tick.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import { RHYTHM_WORDS } from './choose-edits';

  /** When the next coat may go on here, where that is not as the house has it. */
  const desk = useJobDesk();
  const lastRub = $derived(topCard(desk.job) ? desk.knowledge.house.between[topCard(desk.job)!.class].last : null);
  const NOTES = {
    'one a day': 'each is looked at in daylight first',
    'as it opens': 'a second the same day, where card and air allow',
    'several thin': 'half the film from the second on; the first dries overnight'
  };
</script>

<div class="mt-4 max-w-[320px]">
  <Choice
    label="Rhythm"
    value={desk.job.finish?.rhythm ?? ''}
    options={[
      { value: '', label: 'As our house has it' },
      ...RHYTHMS.map((value) => ({ value, label: RHYTHM_WORDS[value], note: NOTES[value] }))
    ]}
    onchange={(v) =>
      desk.editPart((d) => {
        if (v) d.finish!.rhythm = v;
        else delete d.finish!.rhythm;
      })}
  />
  {#if lastRub}<Tick
      label="A last rub after the night: {lastRub}"
      checked={desk.job.finish?.lastRub ?? false}
      onchange={(on) =>
        desk.editPart((d) => {
          if (on) d.finish!.lastRub = true;
          else delete d.finish!.lastRub;
        })}
    />{/if}
  {#if desk.plan.coats.length > 1 || desk.job.finish?.lastByLook}
    <Tick
      label="The last coat only if the look says so"
      checked={desk.job.finish?.lastByLook ?? false}
      onchange={(on) =>
        desk.editPart((d) => {
          if (on) d.finish!.lastByLook = true;
          else delete d.finish!.lastByLook;
        })}
    />
  {/if}
</div>
