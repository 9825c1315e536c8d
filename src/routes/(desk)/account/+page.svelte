<script lang="ts">
  import { superForm } from 'sveltekit-superforms';
  import { clientCheck } from '$lib/forms/client';
  import NewPasswordField from '$lib/ui/fields/NewPasswordField.svelte';
  import TextField from '$lib/ui/fields/TextField.svelte';
  import Sign from '$lib/ui/marks/Sign.svelte';
  import { passwordChange } from '$formats/validate/gen/passwordChange.gen.js';
  import type { PasswordChangeInput } from '$formats/schema/form-schemas';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  // svelte-ignore state_referenced_locally
  const { form, errors, message, enhance, submitting } = superForm(data.form, {
    validators: clientCheck<PasswordChangeInput>(passwordChange),
    validationMethod: 'onsubmit'
  });
</script>

<svelte:head><title>Your account · Basket</title></svelte:head>

<main class="max-w-[640px] p-5">
  <h1>Your account</h1>
  <p class="dim mt-1">{data.person.name}, {data.person.role}, {data.person.email}</p>
  <h2 class="mt-6 border-b-[1.5px] border-ink pb-1">Change your password</h2>
  {#if $message}<p class="mt-3 flex gap-2 font-semibold" role="status"><Sign kind="go" />{$message}</p>{/if}
  <form method="post" action="?/password" use:enhance class="mt-3 grid max-w-[420px] gap-4">
    <TextField
      label="Your password now"
      name="currentPassword"
      type="password"
      autocomplete="current-password"
      bind:value={$form.currentPassword}
      errors={$errors.currentPassword}
    />
    <NewPasswordField
      label="The new one"
      name="newPassword"
      bind:value={$form.newPassword}
      errors={$errors.newPassword}
    />
    <button class="btn min-h-12" disabled={$submitting}>{$submitting ? 'Changing' : 'Change it'}</button>
  </form>
  <p class="dim mt-6">
    Lost it? A lead makes you a link on <a class="link" href="/people">People</a> that sets a new one.
  </p>
</main>
