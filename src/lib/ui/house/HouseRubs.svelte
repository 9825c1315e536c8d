<script lang="ts">
  import { BETWEEN_ROWS, betweenRows, rubKey, type HouseRub } from '$core/house';
  import { classTraits, type ProductClass } from '$core/product';
  import { PRODUCT_CLASSES } from '$core/product/schema';
  import { upperFirst } from '$words/upper-first';
  import TextField from '../fields/TextField.svelte';

  /** What is rubbed between coats and at the end, by class and position: the house's own word where it has one, and why. */
  interface Props {
    rubs: readonly HouseRub[];
    mayEdit: boolean;
    today: () => string;
    problemAt: (path: string) => string | undefined;
    onchange: (rubs: HouseRub[]) => void;
  }
  const { rubs, mayEdit, today, problemAt, onchange }: Props = $props();
  type Place = { after: 'first' | 'later'; how: 'denib' | 'abrade' } | { after: 'last' };
  const PLACES: readonly (Place & { name: string })[] = [
    { after: 'first', how: 'denib', name: 'Over the first coat, denib' },
    { after: 'first', how: 'abrade', name: 'Over the first coat, abrade' },
    { after: 'later', how: 'denib', name: 'Over later coats, denib' },
    { after: 'later', how: 'abrade', name: 'Over later coats, abrade' },
    { after: 'last', name: 'Last rub' }
  ];
  const rows = $derived(betweenRows(rubs));
  const withOf = (of: ProductClass, p: Place, table = rows) => {
    const row = table[of];
    return p.after === 'last' ? row.last : (row[p.after]?.[p.how] ?? null);
  };
  const classes = PRODUCT_CLASSES.filter((c) => PLACES.some((p) => withOf(c, p, BETWEEN_ROWS) !== null));
  const rubOf = (of: ProductClass, p: Place, text: string, reason: string): HouseRub => {
    const said = { class: of, with: text, reason, date: today() };
    return p.after === 'last' ? { ...said, after: 'last' } : { ...said, after: p.after, how: p.how };
  };
  const ownAt = (of: ProductClass, p: Place) => rubs.findIndex((r) => rubKey(r) === rubKey(rubOf(of, p, '', '')));
  function said(of: ProductClass, p: Place, text: string) {
    const at = ownAt(of, p);
    const others = rubs.filter((_, i) => i !== at);
    const asPreset = !text.trim() || text.trim() === withOf(of, p, BETWEEN_ROWS);
    onchange(asPreset ? others : [...others, rubOf(of, p, text.trim(), rubs[at]?.reason ?? '')]);
  }
  const reason = (at: number, text: string) => onchange(rubs.map((r, i) => (i === at ? { ...r, reason: text } : r)));
</script>

{#each classes as of (of)}
  {@const own = rubs.filter((r) => r.class === of).length}
  <details class="border-b border-rule py-2">
    <summary class="flex flex-wrap gap-x-4"
      ><b class="w-52"><span class="link">{upperFirst(classTraits(of).name)}</span></b><span class="dim"
        >{withOf(of, PLACES[0]!) ?? 'nothing between'}; last {withOf(of, PLACES[4]!) ?? 'nothing'}{own
          ? `. ${own} of our own`
          : ''}</span
      ></summary
    >
    <div class="grid gap-x-5 gap-y-2 pt-2 sm:grid-cols-2">
      {#each PLACES as p (p.name)}
        {#if withOf(of, p, BETWEEN_ROWS) !== null}
          {@const at = ownAt(of, p)}
          <section aria-label="{classTraits(of).name}: {p.name}">
            <TextField
              label={p.name}
              value={withOf(of, p)!}
              maxlength={60}
              disabled={!mayEdit}
              errors={at >= 0 && problemAt(`/rubs/${at}/with`) ? [problemAt(`/rubs/${at}/with`)!] : null}
              hint={at >= 0 ? `ours since ${rubs[at]!.date}; empty takes the preset` : 'preset'}
              onchange={(e) => said(of, p, e.currentTarget.value)}
            />
            {#if at >= 0}<TextField
                label="Our reason"
                value={rubs[at]!.reason}
                maxlength={300}
                disabled={!mayEdit}
                errors={problemAt(`/rubs/${at}/reason`) ? [problemAt(`/rubs/${at}/reason`)!] : null}
                oninput={(e) => reason(at, e.currentTarget.value)}
              />{/if}
          </section>
        {/if}
      {/each}
    </div>
  </details>
{/each}
