<script lang="ts">
  import { counted } from '$core/units';
  import { send } from '$lib/forms/send';
  import { loadAgain } from '$lib/ui/shell/load-again';
  import { Dialog } from 'bits-ui';
  import { cardDifferences, cardValueWords, mergedCard, type ProductCard } from '$core/product';
  import { readShelfCsv, readShelfJson, SHELF_LIMIT_BYTES, type ShelfProblem } from '$formats/shelf-csv';
  import Sign from '../marks/Sign.svelte';

  /** Cards from a file: new ones go on the shelf; where one is there already, every field that differs is settled by hand. */
  const { shelf }: { shelf: readonly { card: ProductCard; revision: number }[] } = $props();
  let problems = $state<ShelfProblem[]>([]);
  let read = $state.raw<ProductCard[]>([]);
  let open = $state(false);
  let said = $state('');
  /** Fields taken from the file, by card. */
  let take = $state<Record<string, Record<string, boolean>>>({});

  const mine = (id: string) => shelf.find((s) => s.card.id === id);
  const rows = $derived(
    read.map((theirs) => {
      const own = mine(theirs.id);
      return { theirs, own, changes: own ? cardDifferences(own.card, theirs) : [] };
    })
  );
  const fresh = $derived(rows.filter((r) => !r.own));
  const differing = $derived(rows.filter((r) => r.own && r.changes.length));
  const same = $derived(rows.length - fresh.length - differing.length);

  async function pick(e: Event & { currentTarget: HTMLInputElement }) {
    const input = e.currentTarget;
    const file = input.files?.[0];
    if (!file) return;
    said = '';
    problems = [];
    if (file.size > SHELF_LIMIT_BYTES) problems = [{ problem: 'The file is larger than 2 MB.' }];
    else {
      const text = await file.text();
      const r = /\.csv$/i.test(file.name) ? readShelfCsv(text) : readShelfJson(text);
      if (r.ok) {
        read = r.cards;
        take = Object.fromEntries(
          r.cards.map((c) => {
            const own = mine(c.id);
            return [
              c.id,
              Object.fromEntries((own ? cardDifferences(own.card, c) : []).map((d) => [d.field.path, true]))
            ];
          })
        );
        open = true;
      } else problems = r.problems;
    }
    input.value = '';
  }
  async function save() {
    const cards = [
      ...fresh.map((r) => ({ card: r.theirs, revision: 0 })),
      ...differing.flatMap((r) => {
        const paths = r.changes.map((c) => c.field.path).filter((p) => take[r.theirs.id]![p]);
        return paths.length ? [{ card: mergedCard(r.own!.card, r.theirs, paths), revision: r.own!.revision }] : [];
      })
    ];
    open = false;
    if (cards.length === 0) {
      said = 'Nothing was taken over.';
      return;
    }
    const sent = await send<{ saved: number }>('PUT', '/api/cards', { cards });
    if (sent.ok) said = `${counted(sent.value.saved, 'card', 'cards')} taken over.`;
    else problems = sent.problems.map((p) => ({ field: p.path, problem: p.problem }));
    await loadAgain();
  }
</script>

<label class="btn line" for="card-file">Import cards</label><input
  id="card-file"
  class="unseen"
  type="file"
  accept="application/json,.json,.csv,text/csv"
  onchange={pick}
/>
{#if problems.length}
  <div class="basis-full border-l-[6px] border-stop bg-stop-tint p-3" role="alert">
    <b>The card was not imported.</b> Nothing was written.
    <ul>
      {#each problems.slice(0, 40) as p, i (i)}<li>
          {p.line ? `Line ${p.line}: ` : ''}<code>{p.field ?? '(file)'}</code>: {p.problem}
        </li>{/each}
    </ul>
  </div>
{:else if said}<p class="flex basis-full gap-2 font-semibold text-go" role="status"><Sign kind="go" />{said}</p>{/if}

<Dialog.Root bind:open>
  <Dialog.Portal>
    <Dialog.Overlay class="veil" />
    <Dialog.Content class="dialog">
      <Dialog.Title class="text-[22px]">What the file brings</Dialog.Title>
      <Dialog.Description class="dim mt-1">
        {fresh.length} new, {differing.length} that differ, {same} as they are. Nothing is written until you take it over.
      </Dialog.Description>
      {#if fresh.length}<p class="mt-3"><b>New:</b> {fresh.map((r) => r.theirs.name).join(', ')}</p>{/if}
      {#each differing as r (r.theirs.id)}
        <section class="mt-4" aria-label={r.theirs.name}>
          <h3 class="border-b-[1.5px] border-ink pb-1 text-[17px] font-semibold">
            {r.theirs.name}, revision {r.own!.revision} on the shelf
          </h3>
          <table class="ruled">
            <thead><tr><th>Field</th><th>Shelf</th><th>File</th></tr></thead>
            <tbody>
              {#each r.changes as c (c.field.path)}
                {@const taken = take[r.theirs.id]![c.field.path]}
                <tr>
                  <td>{c.field.name}{c.field.unit ? `, ${c.field.unit}` : ''}</td>
                  {#each [{ from: 'shelf', value: c.mine, on: !taken }, { from: 'file', value: c.theirs, on: taken }] as side (side.from)}
                    <td
                      ><button
                        class="side"
                        class:on={side.on}
                        aria-pressed={side.on}
                        aria-label="{r.theirs.name}, {c.field.name}: take the {side.from}'s, {cardValueWords(
                          side.value
                        )}"
                        onclick={() => (take[r.theirs.id]![c.field.path] = side.from === 'file')}
                        >{cardValueWords(side.value)}</button
                      ></td
                    >
                  {/each}
                </tr>
              {/each}
            </tbody>
          </table>
        </section>
      {/each}
      <div class="mt-5 flex gap-3">
        <button class="btn" onclick={save}>Take it over</button>
        <Dialog.Close class="btn line">Leave the shelf as it is</Dialog.Close>
      </div>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>

<style>
  .side {
    width: 100%;
    min-height: 36px;
    padding: 4px 8px;
    text-align: left;
    border: 1.5px dashed var(--rule-2);
    overflow-wrap: anywhere;
  }
  .side.on {
    border: 1.5px solid var(--ink);
    font-weight: 640;
    background: var(--sunk);
  }
</style>
