<script lang="ts">
  import { superForm } from 'sveltekit-superforms';
  import { clientCheck } from '$lib/forms/client';
  import TextField from '$lib/ui/fields/TextField.svelte';
  import Threshold from '$lib/ui/shell/Threshold.svelte';
  import { signIn } from '$formats/validate/gen/signIn.gen.js';
  import type { SignInInput } from '$formats/schema/form-schemas';
  import type { PageProps } from './$types';

  const { data }: PageProps = $props();
  // svelte-ignore state_referenced_locally
  const { form, errors, enhance, submitting } = superForm(data.form, {
    validators: clientCheck<SignInInput>(signIn),
    validationMethod: 'onsubmit'
  });
</script>

<svelte:head><title>Sign in · Basket</title></svelte:head>

<Threshold title="Sign in">
  <form method="post" use:enhance class="grid gap-4">
    <TextField
      label="E-mail"
      name="email"
      type="email"
      autocomplete="username"
      bind:value={$form.email}
      errors={$errors.email}
    />
    <TextField
      label="Password"
      name="password"
      type="password"
      autocomplete="current-password"
      bind:value={$form.password}
      errors={$errors.password}
    />
    <button class="btn min-h-12" disabled={$submitting}>{$submitting ? 'Signing in' : 'Sign in'}</button>
  </form>
  {#if data.demo}
    <p class="dim mt-6 border-t border-rule pt-4">
      This is the demo world. Sign in as <b>ines@wickandtarn.example</b> (lead), <b>bram@wickandtarn.example</b> (hand)
      or <b>sunil@wickandtarn.example</b> (office) with the password <b>salt-marsh-oil</b>.
    </p>
  {/if}
</Threshold>
