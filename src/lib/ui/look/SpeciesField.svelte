<script lang="ts">
  import { Combobox } from 'bits-ui';
  import { speciesOf, speciesTable, UNKNOWN_SPECIES } from '$core/wood';

  /** The wood, found by its common or botanical name. */
  const {
    value,
    onchange,
    disabled = false
  }: { value: string; onchange: (id: string) => void; disabled?: boolean } = $props();
  const id = $props.id();
  let find = $state('');
  const chosen = $derived(speciesOf(value));
  const known = $derived(value !== UNKNOWN_SPECIES);
  /** What the field says at rest: nothing while nobody has named the wood. */
  const shown = $derived(known ? chosen.name : '');
  const hits = $derived(
    find.trim() === ''
      ? speciesTable
      : speciesTable.filter((s) =>
          `${s.name} ${s.botanical} ${s.group}`.toLowerCase().includes(find.trim().toLowerCase())
        )
  );
  const traits = $derived(
    [
      chosen.group.replaceAll('-', ' '),
      chosen.tone,
      chosen.tannin === 'high'
        ? 'much tannin: no iron, no steel wool'
        : chosen.tannin === 'medium'
          ? 'some tannin'
          : '',
      chosen.naturalOil === 'high' ? 'oily: spirit wipe before oil' : '',
      chosen.sapwoodRisk === 'high' ? 'sapwood likely' : '',
      chosen.blotchy ? 'takes dark colour in blotches' : ''
    ].filter(Boolean)
  );
</script>

<div>
  <label for="{id}-in" class="mb-1 block font-semibold">Species</label>
  <Combobox.Root
    type="single"
    {value}
    {disabled}
    onValueChange={(v) => v && onchange(v)}
    onOpenChange={(o) => !o && (find = '')}
    inputValue={shown}
  >
    <Combobox.Input
      id="{id}-in"
      class="field"
      clearOnDeselect={false}
      oninput={(e) => (find = e.currentTarget.value)}
      placeholder={known ? chosen.name : 'Type its name'}
      onfocus={(e) => (e.currentTarget.value = '')}
      onblur={(e) => (e.currentTarget.value = shown)}
      aria-describedby="{id}-d"
    />
    <Combobox.Portal>
      <Combobox.Content class="choice-list" sideOffset={4} align="start">
        <Combobox.Viewport>
          {#each hits as s (s.id)}
            <Combobox.Item value={s.id} label={s.name} class="choice-item">
              <span>{s.name}</span><span class="note"><i>{s.botanical}</i>, {s.group.replaceAll('-', ' ')}</span>
            </Combobox.Item>
          {:else}
            <p class="p-3">No wood of that name. Take the nearest of its group.</p>
          {/each}
        </Combobox.Viewport>
      </Combobox.Content>
    </Combobox.Portal>
  </Combobox.Root>
  <p id="{id}-d" class="dim mt-1 text-[13px]">
    {#if known}<i>{chosen.botanical}</i>: {traits.join(', ')}.{:else}Not known yet: how much it drinks hangs on it.{/if}
  </p>
</div>
