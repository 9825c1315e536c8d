<script lang="ts">
  import type { HTMLInputAttributes } from 'svelte/elements';

  interface Props extends Omit<HTMLInputAttributes, 'value'> {
    label: string;
    value: string | number;
    errors?: string[] | null;
    /** A line under the field while nothing is wrong. */
    hint?: string;
  }
  let { label, value = $bindable(), errors, hint, id, ...rest }: Props = $props();
  const own = $props.id();
  const fieldId = $derived(id ?? own);
  const bad = $derived(Boolean(errors?.length));
</script>

<div class="text-field">
  <label for={fieldId}>{label}</label>
  <input
    {...rest}
    id={fieldId}
    class="field"
    bind:value
    aria-invalid={bad || undefined}
    aria-describedby={bad || hint ? `${fieldId}-d` : undefined}
  />
  {#if bad}<p class="bad" id="{fieldId}-d">{errors!.join(' ')}</p>{:else if hint}<p class="hint" id="{fieldId}-d">
      {hint}
    </p>{/if}
</div>

<style>
  label {
    display: block;
    font-weight: 600;
    margin-bottom: 4px;
  }
  .bad {
    color: var(--stop);
    font-weight: 600;
    font-size: 13px;
    margin-top: 4px;
  }
  .hint {
    color: var(--ink-2);
    font-size: 13px;
    margin-top: 4px;
  }
</style>
