<script lang="ts">
  import TextField from './TextField.svelte';

  /** Where a person types a password of their own, with what makes a good one. */
  let {
    label,
    name,
    value = $bindable(),
    errors
  }: { label: string; name: string; value: string; errors?: string[] | null } = $props();
</script>

<TextField
  {label}
  {name}
  type="password"
  autocomplete="new-password"
  bind:value
  {errors}
  hint="10 characters or more: three or four words that do not belong together"
/>
