<script lang="ts">
  /** A time of day, "07:30". One that was emptied says so and keeps the last; `open` lets it be empty. */
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
  let emptied = $state(false);
  const wrong = $derived(emptied ? `Type a time; ${value} stays until then.` : problem);

  function typed(time: string) {
    emptied = time === '' && !open;
    if (!emptied) onchange(time);
  }
</script>

<div class="min-w-0">
  <label for={id} class={quiet ? 'unseen' : 'text-[13px]'}>{label}</label>
  <input
    {id}
    class="field"
    type="time"
    {value}
    aria-invalid={wrong ? true : undefined}
    aria-describedby={emptied ? `${id}-d` : undefined}
    onchange={(e) => typed(e.currentTarget.value)}
  />
  {#if emptied}<p class="text-[13px] font-semibold text-stop" id="{id}-d">{wrong}</p>{/if}
</div>

<style>
  /* Room for "05:30 PM" in a narrow row: typing needs no picker, and a phone opens its own. */
  input {
    padding-inline: 9px;
  }
  input::-webkit-calendar-picker-indicator {
    display: none;
  }
</style>
