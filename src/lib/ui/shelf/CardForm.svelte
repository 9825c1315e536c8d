<script lang="ts">
  import { asText, send } from '$lib/forms/send';
  import { CARD_FIELDS, cardValue, withCardValue, type CardField, type ProductCard } from '$core/product';
  import Choice from '../fields/Choice.svelte';
  import TextField from '../fields/TextField.svelte';
  import Tick from '../fields/Tick.svelte';
  import { CARD_TABLES } from './card-tables';

  /** The whole card as a form, field by field; what the server refuses stands beside its field. */
  interface Props {
    card: ProductCard;
    revision: number;
    onsaved: (id: string) => void;
    oncancel: () => void;
  }
  const { card, revision, onsaved, oncancel }: Props = $props();
  // What is being changed starts from the card as it was read.
  // svelte-ignore state_referenced_locally
  let draft = $state.raw<ProductCard>(card);
  let problems = $state<{ path: string; problem: string }[]>([]);
  let message = $state('');
  let saving = $state(false);
  const groups = [...new Set(CARD_FIELDS.map((f) => f.group))];
  const set = (path: string, value: unknown) => (draft = withCardValue(draft, path, value));
  const at = (path: string) => `/${path.replaceAll('.', '/')}`;
  const problemAt = (path: string) =>
    problems.filter((p) => p.path === at(path) || p.path.startsWith(`${at(path)}/`)).map((p) => p.problem);
  const known = $derived(new Set(CARD_FIELDS.flatMap((f) => problems.filter((p) => p.path.startsWith(at(f.path))))));
  const others = $derived(problems.filter((p) => !known.has(p)));

  function typed(f: CardField, text: string) {
    const t = text.trim();
    if (t === '') return set(f.path, f.optional ? undefined : '');
    if (f.kind === 'number' || f.kind === 'whole number') return set(f.path, Number(t.replace(',', '.')));
    if (f.kind === 'list')
      return set(
        f.path,
        t
          .split(';')
          .map((x) => x.trim())
          .filter(Boolean)
      );
    set(f.path, text);
  }
  const shown = (f: CardField): string => {
    const v = cardValue(draft, f.path);
    return v === undefined ? '' : Array.isArray(v) ? v.join('; ') : String(v);
  };
  type Row = Record<string, unknown>;
  const rowsOf = (path: string) => (cardValue(draft, path) ?? []) as Row[];
  const setRow = (path: string, i: number, key: string, value: unknown) =>
    set(
      path,
      rowsOf(path).map((r, k) => (k === i ? withCardValue(r, key, value) : r))
    );
  async function save() {
    saving = true;
    problems = [];
    message = '';
    const sent = await send('PUT', '/api/cards', { cards: [{ card: draft, revision }] });
    if (sent.ok) onsaved(draft.id);
    else if (sent.problems.some((x) => x.path)) ({ problems } = sent);
    else message = asText(sent.problems);
    saving = false;
  }
</script>

<form
  onsubmit={(e) => {
    e.preventDefault();
    void save();
  }}
  aria-label="Card"
>
  {#each groups as g (g)}
    <fieldset>
      <legend>{g}</legend>
      {#each CARD_FIELDS.filter((f) => f.group === g && (revision === 0 || f.path !== 'id')) as f (f.path)}
        {@const errors = problemAt(f.path)}
        <div class:wide={f.kind === 'table' || f.kind === 'long text' || f.kind === 'list'}>
          {#if f.kind === 'yes or no'}
            <Tick label={f.name} checked={cardValue(draft, f.path) === true} onchange={(v) => set(f.path, v)} />
          {:else if f.kind === 'choice'}
            <Choice
              label={f.name}
              value={shown(f)}
              options={[
                ...(f.optional ? [{ value: '', label: 'not given' }] : []),
                ...f.options!.map((o) => ({ value: o, label: o.replaceAll('-', ' ') }))
              ]}
              onchange={(v) => set(f.path, v === '' ? undefined : v)}
              errors={errors.length ? errors : null}
            />
          {:else if f.kind === 'table'}
            {@const table = CARD_TABLES[f.path]!}
            <p class="font-semibold">{f.name}</p>
            <div class="scroll" role="region" aria-label={f.name} tabindex="-1">
              <table class="ruled">
                <thead
                  ><tr
                    >{#each table.columns as c (c.key)}<th>{c.name}</th>{/each}<th><span class="unseen">Out</span></th
                    ></tr
                  ></thead
                >
                <tbody>
                  {#each rowsOf(f.path) as row, i (i)}
                    <tr>
                      {#each table.columns as c (c.key)}
                        <td>
                          {#if c.kind === 'choice'}
                            <Choice
                              quiet
                              label="{f.name}, row {i + 1}, {c.name}"
                              value={String(row[c.key] ?? '')}
                              options={c.options!.map((o) => ({ value: o, label: c.words?.[o] ?? o }))}
                              onchange={(v) => setRow(f.path, i, c.key, v)}
                            />
                          {:else}
                            <input
                              class="field"
                              aria-label="{f.name}, row {i + 1}, {c.name}"
                              inputmode={c.kind === 'text' ? 'text' : 'decimal'}
                              value={c.kind === 'money'
                                ? (Number(row[c.key] ?? 0) / 100).toFixed(2)
                                : (row[c.key] ?? '')}
                              onchange={(e) => {
                                const t = e.currentTarget.value.trim();
                                setRow(
                                  f.path,
                                  i,
                                  c.key,
                                  t === '' && c.optional
                                    ? undefined
                                    : c.kind === 'text'
                                      ? t
                                      : c.kind === 'money'
                                        ? Math.round(Number(t.replace(',', '.')) * 100)
                                        : Number(t.replace(',', '.'))
                                );
                              }}
                            />
                          {/if}
                        </td>
                      {/each}
                      <td
                        ><button
                          type="button"
                          class="btn line"
                          aria-label="{f.name}: take row {i + 1} out"
                          onclick={() => {
                            const rest = rowsOf(f.path).filter((_, k) => k !== i);
                            set(f.path, rest.length || !f.optional ? rest : undefined);
                          }}>Out</button
                        ></td
                      >
                    </tr>
                  {/each}
                </tbody>
              </table>
            </div>
            <button
              type="button"
              class="btn line mt-1"
              onclick={() => set(f.path, [...rowsOf(f.path), { ...table.blank }])}>Another row</button
            >
            {#if errors.length}<p class="bad">{errors.join(' ')}</p>{/if}
          {:else}
            <TextField
              label="{f.name}{f.unit ? `, ${f.unit}` : ''}"
              value={shown(f)}
              inputmode={f.kind === 'number' || f.kind === 'whole number' ? 'decimal' : 'text'}
              placeholder={f.optional ? 'not given' : undefined}
              hint={f.kind === 'list' ? 'apart by semicolons' : undefined}
              onchange={(e) => typed(f, e.currentTarget.value)}
              errors={errors.length ? errors : null}
            />
          {/if}
        </div>
      {/each}
    </fieldset>
  {/each}
  <div class="save-bar">
    <button class="btn" disabled={saving}>Save the card</button>
    <button type="button" class="btn line" onclick={oncancel}>Leave it as it was</button>
    {#if problems.length || message}<p class="bad" role="alert">
        {message || `${problems.length} ${problems.length === 1 ? 'field' : 'fields'} to settle. Nothing was written.`}
        {#each others as p, k (k)}{p.path} {p.problem}.
        {/each}
      </p>{/if}
  </div>
</form>

<style>
  fieldset {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(min(240px, 100%), 1fr));
    gap: 12px 18px;
    margin-top: 18px;
    align-items: start;
  }
  legend {
    width: 100%;
    font: 680 19px/24px var(--fig);
    border-bottom: 1.5px solid var(--ink);
    margin-bottom: 10px;
    padding: 0 0 3px;
  }
  legend::first-letter {
    text-transform: uppercase;
  }
  .wide {
    grid-column: 1 / -1;
  }
  .scroll {
    position: relative;
    overflow-x: auto;
  }
  .scroll td {
    min-width: 110px;
  }
  .bad {
    color: var(--stop);
    font-weight: 600;
    font-size: 14px;
  }
</style>
