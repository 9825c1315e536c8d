<script lang="ts">
  import { superForm } from 'sveltekit-superforms';
  import { clientCheck } from '$lib/forms/client';
  import Choice from '$lib/ui/fields/Choice.svelte';
  import TextField from '$lib/ui/fields/TextField.svelte';
  import Tick from '$lib/ui/fields/Tick.svelte';
  import { newJob } from '$formats/validate/gen/newJob.gen.js';
  import ClientField from '$lib/ui/places/ClientField.svelte';
  import SiteField from '$lib/ui/places/SiteField.svelte';
  import type { KnownClient } from '$lib/server/clients/find';
  import type { NewJobInput } from '$formats/schema/form-schemas';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  // svelte-ignore state_referenced_locally
  const { form, errors, enhance, submitting } = superForm(data.form, {
    validators: clientCheck<NewJobInput>(newJob),
    validationMethod: 'onsubmit'
  });
  /** A client the crew knows brings what is kept of them, and the site if they have just one. */
  function known({ name, phone, sites }: KnownClient) {
    $form = { ...$form, clientName: name, ...(phone && { phone }), ...(sites.length === 1 && sites[0]) };
  }
</script>

<svelte:head><title>Make a job · Basket</title></svelte:head>

<main class="p-5">
  <h1>Make a job</h1>
  <form method="post" use:enhance class="mt-4 grid max-w-5xl gap-x-8 gap-y-6 lg:grid-cols-3">
    <fieldset class="grid content-start gap-4">
      <legend class="h2">What and for whom</legend>
      <TextField
        label="Job"
        name="title"
        placeholder="Boathouse deck"
        bind:value={$form.title}
        errors={$errors.title}
      />
      <ClientField name="clientName" bind:value={$form.clientName} errors={$errors.clientName} onpick={known} />
      <TextField label="Phone" name="phone" type="tel" bind:value={$form.phone} errors={$errors.phone} />
      <Choice
        label="Work is"
        name="setting"
        bind:value={$form.setting}
        options={[
          { value: 'indoor', label: 'Indoors', note: 'a held room: its own air' },
          { value: 'outdoor', label: 'Outdoors', note: 'sun, rain, dew and wind' }
        ]}
      />
    </fieldset>
    <fieldset class="grid content-start gap-4">
      <legend class="h2">Site</legend>
      <SiteField
        site={$form}
        name="place"
        errors={$errors.place ?? $errors.latitudeDeg ?? $errors.longitudeDeg ?? $errors.timeZone}
        oninput={(place) => ($form.place = place)}
        onpick={(site) => ($form = { ...$form, ...site })}
      />
      <input type="hidden" name="latitudeDeg" value={$form.latitudeDeg} />
      <input type="hidden" name="longitudeDeg" value={$form.longitudeDeg} />
      <input type="hidden" name="timeZone" value={$form.timeZone} />
    </fieldset>
    <fieldset class="grid content-start gap-4">
      <legend class="h2">Hours and crew</legend>
      <div class="grid grid-cols-2 gap-3">
        <TextField
          label="Mon–Fri from"
          name="weekFrom"
          inputmode="numeric"
          maxlength={5}
          hint="by 24 hours, like 07:30"
          bind:value={$form.weekFrom}
          errors={$errors.weekFrom}
        />
        <TextField
          label="to"
          name="weekTo"
          inputmode="numeric"
          maxlength={5}
          bind:value={$form.weekTo}
          errors={$errors.weekTo}
        />
      </div>
      <Tick label="Saturday too, to 13:00" name="saturday" bind:checked={$form.saturday} />
      <TextField
        label="People on the job"
        name="people"
        type="number"
        min="1"
        max="20"
        bind:value={$form.people}
        errors={$errors.people}
        hint="half spread, half wipe"
      />
    </fieldset>
    <div class="flex gap-3 lg:col-span-3">
      <button class="btn min-h-12" disabled={$submitting}>{$submitting ? 'Making' : 'Make it and look'}</button>
      <a class="btn line min-h-12" href="/jobs">Leave it</a>
    </div>
  </form>
</main>

<style>
  .h2 {
    font: 680 17px/22px var(--fig);
    font-stretch: 90%;
    border-bottom: 1.5px solid var(--ink);
    width: 100%;
    padding-bottom: 6px;
    margin-bottom: 12px;
  }
</style>
