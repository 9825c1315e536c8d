<script lang="ts">
  import { parseLength, parseOffset, showLength } from '$core/units';
  import QuantityField from '../fields/QuantityField.svelte';
  import { useJobDesk } from './job-desk.svelte';

  interface Props {
    label: string;
    /** Metres. */
    value: number;
    onchange: (metres: number) => void;
    /** It may be nothing, or go the other way: an offset. */
    zero?: boolean;
    quiet?: boolean;
    big?: boolean;
    problem?: string;
    id?: string;
  }
  /** A length of the open job, typed and shown as the person reads lengths. */
  const { zero = false, ...rest }: Props = $props();
  const desk = useJobDesk();
</script>

<QuantityField {...rest} units={desk.units} parse={zero ? parseOffset : parseLength} show={showLength} />
