<script lang="ts">
  import { DAY_MS } from '$core/units';
  import { WEEKDAYS } from '$core/calendar';
  import { clock } from '../clock/clock.svelte';
  import TextField from '../fields/TextField.svelte';
  import TimeField from '../fields/TimeField.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import { localClock } from '$words/time';

  const desk = useJobDesk();
  const closures = $derived(desk.there.site.closures ?? []);
  const zone = $derived(desk.there.site.timeZone);
  const DAY_WORDS = { mon: 'Mon', tue: 'Tue', wed: 'Wed', thu: 'Thu', fri: 'Fri', sat: 'Sat', sun: 'Sun' } as const;

  /** A day that was emptied stays what it was. */
  function setOnce(i: number, end: 'fromLocal' | 'toLocal', day: string, time: string) {
    if (day)
      desk.editPlace((j) => {
        const x = j.site.closures![i]!;
        if ('fromLocal' in x) x[end] = `${day}T${time}`;
      });
  }
  function addWeekly() {
    desk.editPlace((j) => (j.site.closures ??= []).push({ reason: 'closed Sundays', days: ['sun'] }));
  }
  function addOnce() {
    desk.editPlace((j) =>
      (j.site.closures ??= []).push({
        reason: 'crew elsewhere',
        fromLocal: `${localClock(clock.now + DAY_MS, zone).slice(0, 10)}T00:00`,
        toLocal: `${localClock(clock.now + 2 * DAY_MS, zone).slice(0, 10)}T00:00`
      })
    );
  }
</script>

<section class="mt-5" aria-label="When nobody can work there">
  <h2>When nobody can work there</h2>
  <p class="dim text-[13.5px]">
    The client’s closed days, quiet hours, days the crew is elsewhere: hours it shuts say this reason. Times are the
    site’s own.
  </p>
  {#each closures as c, i (i)}
    <div class="closure">
      <TextField
        label="Why"
        value={c.reason}
        maxlength={80}
        errors={desk.problemAt(`${desk.placePath}/closures/${i}/reason`) ? ['Say why in 1 to 80 letters.'] : null}
        oninput={(e) => desk.editPlace((j) => (j.site.closures![i]!.reason = e.currentTarget.value), `closure ${i}`)}
      />
      {#if 'days' in c}
        <fieldset>
          <legend class="unseen">Days of {c.reason}</legend>
          <div class="flex flex-wrap gap-1">
            {#each WEEKDAYS as d (d)}
              {@const on = c.days.includes(d)}
              <button
                class="btn line day"
                aria-pressed={on}
                onclick={() =>
                  desk.editPlace((j) => {
                    const x = j.site.closures![i]!;
                    if ('days' in x) x.days = on ? x.days.filter((y) => y !== d) : [...x.days, d];
                  })}>{DAY_WORDS[d]}</button
              >
            {/each}
          </div>
        </fieldset>
        <div class="grid grid-cols-2 gap-2">
          <TimeField
            quiet
            label="{c.reason} from"
            value={c.from ?? '00:00'}
            onchange={(v) =>
              desk.editPlace((j) => {
                const x = j.site.closures![i]!;
                if ('days' in x) x.from = v;
              })}
          />
          <TimeField
            quiet
            open
            label="{c.reason} to, empty for the whole day"
            value={c.to ?? ''}
            onchange={(v) =>
              desk.editPlace((j) => {
                const x = j.site.closures![i]!;
                if (!('days' in x)) return;
                if (v) x.to = v;
                else delete x.to;
              })}
          />
        </div>
      {:else}
        <div class="ends">
          {#each ['fromLocal', 'toLocal'] as const as end (end)}
            {@const name = end === 'fromLocal' ? 'from' : 'to'}
            <div class="grid grid-cols-[minmax(0,1fr)_112px] items-start gap-2">
              <input
                class="field"
                type="date"
                aria-label="{c.reason} {name}, day"
                value={c[end].slice(0, 10)}
                onchange={(e) => setOnce(i, end, e.currentTarget.value, c[end].slice(11))}
              />
              <TimeField
                quiet
                label="{c.reason} {name}, time"
                value={c[end].slice(11)}
                onchange={(v) => setOnce(i, end, c[end].slice(0, 10), v)}
              />
            </div>
          {/each}
        </div>
      {/if}
      <button class="btn line out" onclick={() => desk.editPlace((j) => void j.site.closures!.splice(i, 1))}
        >Take out<span class="unseen"> {c.reason}</span></button
      >
      {#if desk.problemAt(`${desk.placePath}/closures/${i}`)}<p class="text-[13px] font-semibold text-stop">
          {desk.problemAt(`${desk.placePath}/closures/${i}`)}
        </p>{/if}
    </div>
  {/each}
  <div class="mt-2 flex flex-wrap gap-2">
    <button class="btn line" onclick={addWeekly}>Add days of the week</button>
    <button class="btn line" onclick={addOnce}>Add a stretch of days</button>
  </div>
</section>

<style>
  .closure {
    position: relative;
    display: grid;
    grid-template-columns: minmax(140px, 1fr) minmax(180px, 1.4fr) minmax(180px, 1.2fr) auto;
    gap: 8px 12px;
    align-items: end;
    padding: 10px 0;
    border-bottom: 1px solid var(--rule);
  }
  .ends {
    grid-column: 1 / -1;
    grid-row: 2;
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 8px 24px;
  }
  .out {
    grid-column: -2;
  }
  .day {
    min-width: 44px;
    padding: 0 6px;
  }
  .day[aria-pressed='true'] {
    box-shadow: inset 0 -4px 0 var(--ink);
  }
  @media (max-width: 760px) {
    .closure,
    .ends {
      grid-template-columns: minmax(0, 1fr);
    }
    .out {
      grid-column: auto;
    }
  }
</style>
