<script lang="ts" generics="T">
  import { Combobox } from 'bits-ui';

  /** Something that is offered while one types: what the field then says, and what tells it from others. */
  interface Offer {
    key: string;
    text: string;
    note?: string;
    of: T;
  }
  interface Props {
    label: string;
    value: string;
    /** What may be meant by a text; asked a moment after the last key. */
    ask: (text: string) => Promise<Offer[]>;
    onpick: (picked: T) => void;
    oninput?: (text: string) => void;
    name?: string;
    maxlength?: number;
    hint?: string;
    errors?: string[] | null;
  }
  /** A field that takes any text and offers what is known to begin like it. */
  let { label, value = $bindable(), ask, onpick, oninput, name, maxlength, hint, errors }: Props = $props();
  const id = $props.id();
  const bad = $derived(Boolean(errors?.length));
  let offers = $state.raw<Offer[]>([]);
  let open = $state(false);
  let asked = 0;
  let waiting: ReturnType<typeof setTimeout> | undefined;
  const A_MOMENT_MS = 150;

  function typed(text: string) {
    // What was offered for another text is not what is meant now.
    if (!text.startsWith(value)) [offers, open] = [[], false];
    value = text;
    oninput?.(text);
    clearTimeout(waiting);
    const mine = ++asked;
    waiting = setTimeout(async () => {
      const found = text.trim() ? await ask(text).catch(() => []) : [];
      if (mine !== asked) return;
      offers = found;
      open = found.length > 0;
    }, A_MOMENT_MS);
  }
  function pick(key: string) {
    const offer = offers.find((o) => o.key === key);
    if (!offer) return;
    asked++;
    value = offer.text;
    onpick(offer.of);
    open = false;
  }
</script>

<div>
  <label for="{id}-in" class="mb-1 block font-semibold">{label}</label>
  <Combobox.Root type="single" value="" inputValue={value} bind:open onValueChange={pick}>
    <Combobox.Input
      id="{id}-in"
      class="field"
      {name}
      {maxlength}
      autocomplete="off"
      clearOnDeselect={false}
      oninput={(e) => typed(e.currentTarget.value)}
      aria-invalid={bad || undefined}
      aria-describedby={bad || hint ? `${id}-d` : undefined}
    />
    {#if offers.length}
      <Combobox.Portal>
        <Combobox.Content class="choice-list" sideOffset={4} align="start">
          <Combobox.Viewport>
            {#each offers as o (o.key)}
              <Combobox.Item value={o.key} label={o.text} class="choice-item">
                <span>{o.text}</span>{#if o.note}<span class="note">{o.note}</span>{/if}
              </Combobox.Item>
            {/each}
          </Combobox.Viewport>
        </Combobox.Content>
      </Combobox.Portal>
    {/if}
  </Combobox.Root>
  {#if bad}<p class="mt-1 text-[13px] font-semibold text-stop" id="{id}-d">{errors!.join(' ')}</p>
  {:else if hint}<p class="dim mt-1 text-[13px]" id="{id}-d">{hint}</p>{/if}
</div>
