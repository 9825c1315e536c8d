<script lang="ts">
  import { Checkbox } from 'bits-ui';

  interface Props {
    label: string;
    checked: boolean;
    onchange?: (checked: boolean) => void;
    name?: string;
  }
  let { label, checked = $bindable(), onchange, name }: Props = $props();
  const id = $props.id();
</script>

<div class="flex min-h-10 items-center gap-3">
  <Checkbox.Root
    {id}
    {name}
    {checked}
    onCheckedChange={(v) => {
      checked = v === true;
      onchange?.(v === true);
    }}
    class="grid size-6 flex-none place-items-center border-[1.5px] border-edge bg-sheet data-[state=checked]:border-ink data-[state=checked]:bg-ink"
  >
    {#snippet children({ checked: on })}
      {#if on}<svg width="14" height="12" viewBox="0 0 14 12" aria-hidden="true"
          ><path d="M1 6l4 4 8-9" fill="none" stroke="var(--on-ink)" stroke-width="2.4" /></svg
        >{/if}
    {/snippet}
  </Checkbox.Root>
  <label for={id}>{label}</label>
</div>
