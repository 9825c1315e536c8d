<script lang="ts">
  /** A whole number, typed or stepped. */
  interface Props {
    label: string;
    /** Null while nobody has said. */
    value: number | null;
    least?: number;
    most: number;
    onchange: (value: number) => void;
    id?: string;
  }
  const { label, value, least = 0, most, onchange, id }: Props = $props();
  const own = $props.id();
  const fieldId = $derived(id ?? own);
  let wrong = $state('');

  function typed(text: string) {
    const n = Number(text);
    wrong =
      text.trim() === '' || !Number.isInteger(n) || n < least || n > most ? `A whole number, ${least} to ${most}.` : '';
    if (!wrong) onchange(n);
  }
</script>

<div>
  <label for={fieldId} class="mb-1 block font-semibold">{label}</label>
  <input
    id={fieldId}
    class="field"
    inputmode="numeric"
    autocomplete="off"
    value={value ?? ''}
    aria-invalid={wrong ? true : undefined}
    aria-describedby="{fieldId}-d"
    oninput={(e) => typed(e.currentTarget.value)}
    onfocus={(e) => e.currentTarget.select()}
  />
  <p id="{fieldId}-d" class="text-[13px] font-semibold text-stop">{wrong}</p>
</div>
