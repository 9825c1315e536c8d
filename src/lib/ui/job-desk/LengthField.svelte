<script lang="ts">
  import { parseLength, parseOffset, parseSmallLength, parseSmallOffset, showLength } from '$core/units';
  import QuantityField from '../fields/QuantityField.svelte';
  import { useJobDesk } from './job-desk.svelte';

  interface Props {
    label: string;
    /** Metres; null while nobody has measured it, and 0 too unless nothing is a length it may have. */
    value: number | null;
    onchange: (metres: number) => void;
    /** It may be nothing, or go the other way: an offset. */
    zero?: boolean;
    /** It can only be small, a bare number is mm: thickness, gap, girth, nosing, board width. */
    small?: boolean;
    quiet?: boolean;
    big?: boolean;
    problem?: string;
    id?: string;
  }
  /** A length of the open job, typed and shown as the person reads lengths. */
  const { value, zero = false, small = false, ...rest }: Props = $props();
  const desk = useJobDesk();
</script>

<QuantityField
  {...rest}
  value={value === 0 && !zero ? null : value}
  units={desk.units}
  parse={small ? (zero ? parseSmallOffset : parseSmallLength) : zero ? parseOffset : parseLength}
  show={showLength}
/>
