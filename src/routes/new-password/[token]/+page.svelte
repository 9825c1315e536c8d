<script lang="ts">
  import { superForm } from 'sveltekit-superforms';
  import { clientCheck } from '$lib/forms/client';
  import NewPasswordField from '$lib/ui/fields/NewPasswordField.svelte';
  import Threshold from '$lib/ui/shell/Threshold.svelte';
  import { newPassword } from '$formats/validate/gen/newPassword.gen.js';
  import type { NewPasswordInput } from '$formats/schema/form-schemas';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  // svelte-ignore state_referenced_locally
  const { form, errors, enhance, submitting } = superForm(data.form, {
    validators: clientCheck<NewPasswordInput>(newPassword),
    validationMethod: 'onsubmit'
  });
</script>

<svelte:head><title>New password · Basket</title></svelte:head>

<Threshold title="Set a new password" lead="For {data.name}, {data.email}. Then sign in with it.">
  <form method="post" use:enhance class="grid gap-4">
    <NewPasswordField
      label="New password"
      name="newPassword"
      bind:value={$form.newPassword}
      errors={$errors.newPassword}
    />
    <button class="btn min-h-12" disabled={$submitting}>{$submitting ? 'Setting' : 'Set it'}</button>
  </form>
</Threshold>
