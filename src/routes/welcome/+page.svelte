<script lang="ts">
  import { superForm } from 'sveltekit-superforms';
  import { clientCheck } from '$lib/forms/client';
  import Choice from '$lib/ui/fields/Choice.svelte';
  import NewPasswordField from '$lib/ui/fields/NewPasswordField.svelte';
  import TextField from '$lib/ui/fields/TextField.svelte';
  import Threshold from '$lib/ui/shell/Threshold.svelte';
  import { firstAccount } from '$formats/validate/gen/firstAccount.gen.js';
  import type { FirstAccountInput } from '$formats/schema/form-schemas';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  // svelte-ignore state_referenced_locally
  const { form, errors, enhance, submitting } = superForm(data.form, {
    validators: clientCheck<FirstAccountInput>(firstAccount),
    validationMethod: 'onsubmit'
  });
</script>

<svelte:head><title>First account · Basket</title></svelte:head>

<Threshold
  title="Make the first account"
  lead="You will be the lead: you can add hands and office later. A shelf of made-up example products waits for you; put your own cards beside them."
>
  <form method="post" use:enhance class="grid gap-4">
    <TextField label="Name of the crew" name="crewName" bind:value={$form.crewName} errors={$errors.crewName} />
    <TextField label="Your name" name="name" autocomplete="name" bind:value={$form.name} errors={$errors.name} />
    <TextField
      label="E-mail"
      name="email"
      type="email"
      autocomplete="username"
      bind:value={$form.email}
      errors={$errors.email}
    />
    <NewPasswordField label="Password" name="password" bind:value={$form.password} errors={$errors.password} />
    <Choice
      label="Units"
      name="units"
      bind:value={$form.units}
      options={[
        { value: 'metric', label: 'Metric: m, L, °C' },
        { value: 'us', label: 'US: feet, gallons, °F' }
      ]}
    />
    <button class="btn min-h-12" disabled={$submitting}>{$submitting ? 'Making' : 'Make the account'}</button>
  </form>
</Threshold>
