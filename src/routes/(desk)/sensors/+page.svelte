<script lang="ts">
  import { enhance } from '$app/forms';
  import type { SubmitFunction } from '@sveltejs/kit';
  import { HOUR_MS, showDuration, showTemperature } from '$core/units';
  import { clock } from '$lib/ui/clock/clock.svelte';
  import Choice from '$lib/ui/fields/Choice.svelte';
  import Sign from '$lib/ui/marks/Sign.svelte';
  import SensorPast from '$lib/ui/sensors/SensorPast.svelte';
  import type { PageProps } from './$types';

  const { data, form }: PageProps = $props();
  const SILENT_MS = 2 * HOUR_MS;
  const LOW_BATTERY = 15;
  const placeForms: Record<string, HTMLFormElement> = {};
  const roomForms: Record<string, HTMLFormElement> = {};
  /** The sensor that is being stood elsewhere: its readings belong there once that is written. */
  let moving = $state('');
  const placing: SubmitFunction = ({ formData }) => {
    moving = String(formData.get('id'));
    return async ({ update }) => {
      await update();
      moving = '';
    };
  };
  const places = $derived([
    { value: '', label: 'in the van', note: 'its readings belong to no job' },
    ...data.housePlaces.map((p) => ({ value: `house ${p.id}`, label: p.name, note: 'of the house' })),
    ...data.jobs.map((j) => ({ value: `job ${j.id}`, label: j.title, note: '' }))
  ]);
  type Seen = (typeof data.sensors)[number];
  /** A place that a sensor was stood in may be gone since: it says so until somebody stands it elsewhere. */
  const gone = (id: string | null, of: readonly { id: string }[]) =>
    id !== null && !of.some((p) => p.id === id) ? [{ value: id, label: 'a place that is gone' }] : [];
  const standsAt = (s: Seen) => (s.jobId ? `job ${s.jobId}` : s.place ? `house ${s.place}` : '');
  const standsWords = (s: Seen) => {
    const place = s.jobPlaces.find((p) => p.id === s.place)?.name;
    if (s.jobId) return `${s.jobTitle}${place && s.jobPlaces.length > 1 ? `, ${place}` : ''}`;
    return s.place === null
      ? 'in the van'
      : (data.housePlaces.find((p) => p.id === s.place)?.name ?? 'a place that is gone');
  };
  const problem = $derived(form && 'problem' in form ? form.problem : null);
  const fresh = $derived(form && 'token' in form ? form : null);
  const age = (at: Date | null) => (at ? clock.now - at.getTime() : null);
</script>

<svelte:head><title>Sensors · Basket</title></svelte:head>

<main class="p-5">
  <h1>Sensors</h1>
  <p class="dim mt-1 max-w-[70ch]">
    What is measured at the work counts before the model, from its time on. A sensor posts SenML (RFC 8428) to
    <code>/api/senml</code> with its token; any that speaks it will do.
  </p>
  {#if problem}<p class="mt-3 flex gap-2 bg-check-fill px-4 py-2 font-semibold" role="alert">
      <Sign kind="check" />{problem}
    </p>{/if}
  {#if fresh}
    <div class="token" role="status">
      <p><b>The token of {fresh.name}, shown once:</b></p>
      <p class="fig text-[18px] break-all">{fresh.token}</p>
      <p class="dim">Put it into the sensor as “Authorization: Bearer …”. It is kept here only as a hash.</p>
    </div>
  {/if}
  {#each data.sensors as s (s.id)}
    {@const silent = age(s.lastSeenAt)}
    <section class="sensor">
      <div>
        <h2>{s.name}</h2>
        {#if silent === null}<p class="dim">has not posted yet</p>
        {:else if silent > SILENT_MS}<p class="flex gap-2">
            <Sign kind="check" size={15} /><b>silent for {showDuration(silent)}</b>
          </p>
        {:else}<p class="dim">posted {showDuration(silent)} ago</p>{/if}
        {#if s.batteryPercent !== null}<p class:low={s.batteryPercent <= LOW_BATTERY} class="flex gap-2">
            {#if s.batteryPercent <= LOW_BATTERY}<Sign kind="check" size={15} />{/if}battery {s.batteryPercent} %{s.batteryPercent <=
            LOW_BATTERY
              ? ', change it'
              : ''}
          </p>{/if}
      </div>
      <dl>
        <div>
          <dt>Air</dt>
          <dd>{s.last.airTempC === undefined ? 'none' : showTemperature(s.last.airTempC, data.person.units)}</dd>
        </div>
        <div>
          <dt>Humidity</dt>
          <dd>{s.last.rh === undefined ? 'none' : `${Math.round(s.last.rh * 100)} %`}</dd>
        </div>
        <div>
          <dt>Surface</dt>
          <dd>
            {s.last.surfaceTempC === undefined ? 'none' : showTemperature(s.last.surfaceTempC, data.person.units)}
          </dd>
        </div>
        <div>
          <dt>Moisture</dt>
          <dd>{s.last.mcPercent === undefined ? 'none' : `${s.last.mcPercent.toFixed(1)} %`}</dd>
        </div>
      </dl>
      {#if data.mayPlace}
        <form
          method="post"
          action="?/place"
          use:enhance={placing}
          bind:this={placeForms[s.id]}
          aria-busy={moving === s.id}
        >
          <input type="hidden" name="id" value={s.id} />
          <Choice
            label="Stands at"
            name="stands"
            value={standsAt(s)}
            options={[
              ...places,
              ...(s.jobId ? [] : gone(s.place, data.housePlaces)).map((g) => ({
                ...g,
                value: `house ${g.value}`,
                note: ''
              }))
            ]}
            onchange={() => setTimeout(() => placeForms[s.id]?.requestSubmit())}
          />
          {#if moving === s.id}<p class="dim" role="status">being written down …</p>{/if}
        </form>
        {#if s.jobId && s.jobPlaces.length > 1}
          <form method="post" action="?/place" use:enhance={placing} bind:this={roomForms[s.id]}>
            <input type="hidden" name="id" value={s.id} /><input type="hidden" name="stands" value={standsAt(s)} />
            <Choice
              label="In"
              name="place"
              value={s.place ?? s.jobPlaces[0]!.id}
              options={[...s.jobPlaces.map((p) => ({ value: p.id, label: p.name })), ...gone(s.place, s.jobPlaces)]}
              onchange={() => setTimeout(() => roomForms[s.id]?.requestSubmit())}
            />
          </form>
        {/if}
        <form method="post" action="?/renew" use:enhance>
          <input type="hidden" name="id" value={s.id} /><input type="hidden" name="name" value={s.name} />
          <button class="btn line">New token<span class="unseen"> for {s.name}</span></button>
        </form>
      {:else}<p>{standsWords(s)}</p>{/if}
      {#if s.lastSeenAt}
        {@const open = data.past?.id === s.id}
        <a
          class="btn line past"
          href={open ? '/sensors' : `/sensors?past=${s.id}`}
          data-sveltekit-noscroll
          data-sveltekit-keepfocus
          aria-expanded={open}>{open ? 'Close' : 'The last five days'}<span class="unseen"> of {s.name}</span></a
        >
        {#if open && data.past}
          <SensorPast
            name={s.name}
            hours={data.past.hours}
            sinceMs={data.past.sinceMs}
            timeZone={data.crew.home.timeZone}
            units={data.person.units}
          />
        {/if}
      {/if}
    </section>
  {:else}
    <p class="mt-5 max-w-[60ch] text-[16px]">
      <b>No sensor yet.</b> Add one, put its token into the device, and stand it on a job: When then goes by what it measures.
    </p>
  {/each}
  {#if data.mayEdit}
    <form method="post" action="?/add" use:enhance class="add">
      <label><span>Name of a new sensor</span><input class="field" name="name" maxlength="60" required /></label>
      <button class="btn">Add the sensor</button>
    </form>
  {/if}
</main>

<style>
  .sensor {
    display: grid;
    grid-template-columns: minmax(180px, 1.2fr) minmax(280px, 2fr) minmax(200px, 1.2fr) auto;
    gap: 8px 24px;
    align-items: center;
    background: var(--sheet);
    padding: 14px 16px;
    margin-top: 14px;
    position: relative;
  }
  dl {
    display: flex;
    gap: 22px;
    flex-wrap: wrap;
  }
  dt {
    font-size: 12.5px;
    color: var(--ink-2);
  }
  dd {
    font-family: var(--font-fig);
    font-size: 22px;
    font-weight: 660;
    font-variant-numeric: tabular-nums;
  }
  .low {
    font-weight: 640;
  }
  .past {
    justify-self: start;
  }
  .token {
    background: var(--go-fill);
    padding: 12px 16px;
    margin-top: 12px;
  }
  .add {
    display: flex;
    flex-wrap: wrap;
    gap: 12px;
    align-items: flex-end;
    margin-top: 22px;
  }
  .add span {
    display: block;
    font-size: 13px;
    color: var(--ink-2);
  }
  @media (max-width: 900px) {
    .sensor {
      grid-template-columns: minmax(0, 1fr);
    }
  }
</style>
