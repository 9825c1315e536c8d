<script lang="ts">
  import { Dialog } from 'bits-ui';
  import Choice from '../fields/Choice.svelte';
  import TextField from '../fields/TextField.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import ClientField from '../places/ClientField.svelte';
  import SiteField from '../places/SiteField.svelte';

  /** What a job is called, for whom, where, and whether it stands in a room or in the weather. */
  let { open = $bindable() }: { open: boolean } = $props();
  const desk = useJobDesk();
  const { client, site, places } = $derived(desk.document);
  /** Something of the client that may be left empty. */
  function setClient(key: 'phone' | 'email' | 'wishes', text: string) {
    desk.edit((j) => {
      if (text.trim()) j.client[key] = text;
      else delete j.client[key];
    }, `client ${key}`);
  }
  const errorsAt = (path: string, cure: string) => (desk.problemAt(path) ? [cure] : null);
</script>

<Dialog.Root bind:open>
  <Dialog.Portal>
    <Dialog.Overlay class="veil" />
    <Dialog.Content class="dialog">
      <Dialog.Title class="font-fig text-[20px] font-bold">About the job</Dialog.Title>
      <div class="mt-3 grid gap-6 sm:grid-cols-2">
        <section class="grid content-start gap-3">
          <TextField
            label="Job"
            value={desk.document.title}
            maxlength={120}
            errors={errorsAt('/title', 'Give it a name.')}
            oninput={(e) => desk.edit((j) => (j.title = e.currentTarget.value), 'title')}
          />
          <ClientField
            value={client.name}
            errors={errorsAt('/client/name', 'Say for whom.')}
            oninput={(name) => desk.edit((j) => (j.client.name = name), 'client')}
            onpick={({ name, phone, email }) =>
              desk.edit((j) => {
                const { wishes } = j.client;
                j.client = { name, ...(phone && { phone }), ...(email && { email }), ...(wishes && { wishes }) };
              })}
          />
          <TextField
            label="Phone"
            type="tel"
            value={client.phone ?? ''}
            maxlength={40}
            oninput={(e) => setClient('phone', e.currentTarget.value)}
          />
          <TextField
            label="E-mail"
            type="email"
            value={client.email ?? ''}
            maxlength={120}
            oninput={(e) => setClient('email', e.currentTarget.value)}
            hint="phone and e-mail are kept for every job of this client"
          />
          <TextField
            label="Wishes"
            value={client.wishes ?? ''}
            maxlength={2000}
            oninput={(e) => setClient('wishes', e.currentTarget.value)}
          />
        </section>
        <section class="grid content-start gap-3">
          <SiteField
            {site}
            errors={errorsAt('/site/place', 'Say where it is.')}
            oninput={(place) => desk.edit((j) => (j.site.place = place), 'place')}
            onpick={(picked) => desk.edit((j) => (j.site = picked))}
          />
          {#each places as place, i (place.id)}
            <Choice
              label={places.length > 1 ? `${place.name}: work is` : 'Work is'}
              value={place.setting}
              options={[
                { value: 'indoor', label: 'Indoors', note: 'the air of a room' },
                { value: 'outdoor', label: 'Outdoors', note: 'sun, rain, dew and wind' }
              ]}
              onchange={(v) => desk.edit((j) => (j.places[i]!.setting = v))}
            />
          {/each}
          <p class="dim text-[13.5px]">Hours and moisture limits are judged anew when the work moves in or out.</p>
        </section>
      </div>
      <Dialog.Close class="btn mt-5">Done</Dialog.Close>
    </Dialog.Content>
  </Dialog.Portal>
</Dialog.Root>
