<script lang="ts">
  import { enhance as formEnhance } from '$app/forms';
  import { superForm } from 'sveltekit-superforms';
  import { clientCheck } from '$lib/forms/client';
  import Choice from '$lib/ui/fields/Choice.svelte';
  import TextField from '$lib/ui/fields/TextField.svelte';
  import { person } from '$formats/validate/gen/person.gen.js';
  import type { PersonInput } from '$formats/schema/form-schemas';
  import type { PageProps } from './$types';

  const { data, form: answer }: PageProps = $props();
  // svelte-ignore state_referenced_locally
  const { form, errors, enhance, submitting } = superForm(data.form, {
    validators: clientCheck<PersonInput>(person),
    validationMethod: 'onsubmit'
  });
  const ROLES = [
    { value: 'hand' as const, label: 'Hand', note: 'measures, logs work' },
    { value: 'office' as const, label: 'Office', note: 'jobs and prices' },
    { value: 'lead' as const, label: 'Lead', note: 'all of it, cards and people too' }
  ];
  const problem = $derived(answer && 'problem' in answer ? (answer.problem as string) : null);
  const link = $derived(
    answer && 'link' in answer ? (answer as { link: string; linkFor: string; hours: number }) : null
  );
  const roleForms: Record<string, HTMLFormElement> = {};
</script>

<svelte:head><title>People · Basket</title></svelte:head>

<main class="grid grid-cols-[minmax(0,1fr)] gap-8 p-5 lg:grid-cols-[minmax(0,1fr)_340px]">
  <section>
    <div class="flex items-baseline gap-4">
      <h1>People</h1>
      <span class="dim">{data.crew.name}</span>
    </div>
    {#if problem}<p class="mt-2 bg-check-fill px-4 py-2 font-semibold" role="alert">{problem}</p>{/if}
    {#if link}
      <div class="mt-2 border-[1.5px] border-ink bg-sheet px-4 py-3" role="status">
        <p>
          <b>Give this link to {data.people.find((p) => p.id === link.linkFor)?.name}, in person.</b>
          It sets a new password, once, within {link.hours} hours. It is shown this once.
        </p>
        <input
          class="field mt-2 w-full"
          readonly
          value={link.link}
          aria-label="Link for a new password"
          onfocus={(e) => e.currentTarget.select()}
        />
      </div>
    {/if}
    <div class="relative overflow-x-auto" role="region" aria-label="People of the crew" tabindex="-1">
      <table class="people ruled mt-3 bg-sheet">
        <thead><tr><th class="pl-4">Name</th><th>E-mail</th><th>Role</th><th>Sign-in</th></tr></thead>
        <tbody>
          {#each data.people as p (p.id)}
            <tr>
              <td class="pl-4"><b>{p.name}</b></td>
              <td class="dim">{p.email}</td>
              <td class="w-44">
                {#if data.mayEdit}
                  <form method="post" action="?/role" use:formEnhance bind:this={roleForms[p.id]}>
                    <input type="hidden" name="userId" value={p.id} />
                    <Choice
                      quiet
                      label="Role of {p.name}"
                      name="role"
                      value={p.role}
                      options={ROLES}
                      onchange={() => setTimeout(() => roleForms[p.id]?.requestSubmit())}
                    />
                  </form>
                {:else}{p.role}{/if}
              </td>
              <td>
                {#if data.mayEdit}
                  <div class="flex gap-2">
                    {#if p.active}
                      <form method="post" action="?/link" use:formEnhance>
                        <input type="hidden" name="userId" value={p.id} />
                        <button class="btn line">New password<span class="unseen"> for {p.name}</span></button>
                      </form>
                    {/if}
                    <form method="post" action="?/active" use:formEnhance>
                      <input type="hidden" name="userId" value={p.id} /><input
                        type="hidden"
                        name="active"
                        value={p.active ? '0' : '1'}
                      />
                      <button class="btn line"
                        >{p.active ? 'Shut' : 'Open again'}<span class="unseen"> the sign-in of {p.name}</span></button
                      >
                    </form>
                  </div>
                {:else}{p.active ? 'open' : 'shut'}{/if}
              </td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  </section>
  {#if data.mayEdit}
    <section>
      <h2 class="border-b-[1.5px] border-ink pb-1">Add a person</h2>
      <form method="post" action="?/add" use:enhance class="mt-3 grid gap-4">
        <TextField label="Name" name="name" bind:value={$form.name} errors={$errors.name} />
        <TextField label="E-mail" name="email" type="email" bind:value={$form.email} errors={$errors.email} />
        <TextField
          label="First password"
          name="password"
          type="text"
          autocomplete="off"
          bind:value={$form.password}
          errors={$errors.password}
          hint="10 characters or more; tell it in person"
        />
        <Choice label="Role" name="role" bind:value={$form.role} options={ROLES} />
        <button class="btn" disabled={$submitting}>Add</button>
      </form>
    </section>
  {:else}
    <p class="dim">Only a lead adds people and changes roles.</p>
  {/if}
</main>

<style>
  /* On a phone a person is a block, not a row: what can be done stands in reach. */
  @media (max-width: 760px) {
    .people thead {
      display: none;
    }
    .people tr {
      display: grid;
      gap: 6px;
      padding: 12px 16px;
      border-bottom: 1px solid var(--rule);
    }
    .people td {
      width: auto;
      padding: 0;
      border: 0;
    }
  }
</style>
