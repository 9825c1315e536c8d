<script lang="ts" generics="T extends string">
  import { Select } from 'bits-ui';

  interface Props {
    label: string;
    value: T;
    options: readonly { value: T; label: string; note?: string; disabled?: boolean }[];
    onchange?: (value: T) => void;
    /** Hides the label from sight, as in a table whose head says it. */
    quiet?: boolean;
    name?: string;
    errors?: string[] | null;
    disabled?: boolean;
  }
  let {
    label,
    value = $bindable(),
    options,
    onchange,
    quiet = false,
    name,
    errors,
    disabled = false
  }: Props = $props();
  const id = $props.id();
  /** A list nobody has opened yet is not made: a page may hold dozens. */
  let made = $state(false);
  const shown = $derived(options.find((o) => o.value === value)?.label ?? value);
</script>

<div>
  <span id="{id}-l" class={quiet ? 'unseen' : 'mb-1 block font-semibold'}>{label}</span>
  <Select.Root
    type="single"
    {value}
    {name}
    {disabled}
    onOpenChange={(open) => (made ||= open)}
    onValueChange={(v) => {
      value = v as T;
      onchange?.(v as T);
    }}
  >
    <Select.Trigger
      class="field choice"
      aria-labelledby="{id}-l {id}-v"
      aria-invalid={errors?.length ? true : undefined}
    >
      <span id="{id}-v">{shown}</span>
      <svg width="12" height="8" viewBox="0 0 12 8" aria-hidden="true"
        ><path d="M1 1l5 5 5-5" fill="none" stroke="var(--ink)" stroke-width="2" /></svg
      >
    </Select.Trigger>
    {#if made}
      <Select.Portal>
        <Select.Content class="choice-list" sideOffset={4}>
          <Select.Viewport>
            {#each options as o (o.value)}
              <Select.Item value={o.value} label={o.label} disabled={o.disabled} class="choice-item">
                <span>{o.label}</span>{#if o.note}<span class="note">{o.note}</span>{/if}
              </Select.Item>
            {/each}
          </Select.Viewport>
        </Select.Content>
      </Select.Portal>
    {/if}
  </Select.Root>
  {#if errors?.length}<p class="mt-1 text-[13px] font-semibold text-stop">{errors.join(' ')}</p>{/if}
</div>

<style>
  :global(.choice) {
    display: flex !important;
    justify-content: space-between;
    align-items: center;
    gap: 8px;
    text-align: left;
  }
  :global(.choice-list) {
    z-index: 60;
    min-width: var(--bits-select-anchor-width, var(--bits-combobox-anchor-width));
    max-height: min(
      420px,
      var(--bits-select-content-available-height, var(--bits-combobox-content-available-height, 420px))
    );
    overflow-y: auto;
    background: var(--sheet);
    color: var(--ink);
    border: 1.5px solid var(--ink);
  }
  :global(.choice-item) {
    display: flex;
    flex-direction: column;
    min-height: 40px;
    justify-content: center;
    padding: 6px 12px;
    font-size: 15px;
    cursor: pointer;
  }
  :global(.choice-item[data-highlighted]) {
    background: var(--sunk);
  }
  :global(.choice-item[data-selected]) {
    box-shadow: inset 6px 0 0 var(--ink);
    font-weight: 640;
  }
  :global(.choice-item[data-disabled]) {
    color: var(--ink-3);
    cursor: not-allowed;
  }
  :global(.choice-item .note) {
    font-size: 12.5px;
    font-weight: 420;
    color: var(--ink-2);
  }
</style>
