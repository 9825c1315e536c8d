<script lang="ts">
  import type { KnownClient } from '$lib/server/clients/find';
  import SuggestField from '../fields/SuggestField.svelte';

  interface Props {
    value: string;
    onpick: (them: KnownClient) => void;
    oninput?: (text: string) => void;
    name?: string;
    errors?: string[] | null;
  }
  /** Whom a job is for: one the crew knows, or a new name. */
  let { value = $bindable(), onpick, oninput, name, errors }: Props = $props();
  const ask = async (text: string) => {
    const known = (await (await fetch(`/api/clients?q=${encodeURIComponent(text)}`)).json()) as KnownClient[];
    return known.map((c) => ({
      key: c.name,
      text: c.name,
      note: [c.phone, c.sites.map((s) => s.place).join('; ')].filter(Boolean).join(' · '),
      of: c
    }));
  };
</script>

<SuggestField label="Client" bind:value {ask} {onpick} {oninput} {name} maxlength={120} {errors} />
