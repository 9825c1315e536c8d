<script lang="ts">
  import { parseClockTime } from '$core/units';

  /** A time of day by 24 hours, "07:30". One that was emptied or is none says so and keeps the last; `open` lets it be empty. */
  interface Props {
    label: string;
    value: string;
    onchange: (value: string) => void;
    /** Hides the label from sight, as in a row whose head says it. */
    quiet?: boolean;
    open?: boolean;
    problem?: string;
  }
  const { label, value, onchange, quiet = false, open = false, problem }: Props = $props();
  const id = $props.id();
  let typed = $state<string | null>(null);
  const read = $derived(typed === null ? value : parseClockTime(typed));
  const wrong = $derived(
    typed === null || (open && typed.trim() === '') || read !== null
      ? problem
      : typed.trim() === ''
        ? `Type a time; ${value} stays until then.`
        : `“${typed}” is not a time of day. Type it like 07:30 or 17:30.`
  );

  function take(text: string) {
    const time = parseClockTime(text);
    typed = time !== null || (open && text.trim() === '') ? null : text;
    if (typed === null) onchange(time ?? '');
  }
</script>

<div class="min-w-0">
  <label for={id} class={quiet ? 'unseen' : 'text-[13px]'}>{label}</label>
  <input
    {id}
    class="field"
    inputmode="numeric"
    autocomplete="off"
    maxlength={5}
    value={typed ?? value}
    aria-invalid={wrong ? true : undefined}
    aria-describedby={typed === null ? undefined : `${id}-d`}
    onchange={(e) => take(e.currentTarget.value)}
  />
  {#if typed !== null}<p class="text-[13px] font-semibold text-stop" id="{id}-d">{wrong}</p>{/if}
</div>
