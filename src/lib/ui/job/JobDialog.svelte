<script lang="ts">
  import { Dialog } from 'bits-ui';
  import { parseNumber, showNumber } from '$core/units';
  import Choice from '../fields/Choice.svelte';
  import QuantityField from '../fields/QuantityField.svelte';
  import TextField from '../fields/TextField.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';

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
          <TextField
            label="Client"
            value={client.name}
            maxlength={120}
            errors={errorsAt('/client/name', 'Say for whom.')}
            oninput={(e) => desk.edit((j) => (j.client.name = e.currentTarget.value), 'client')}
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
          />
          <TextField
            label="Wishes"
            value={client.wishes ?? ''}
            maxlength={2000}
            oninput={(e) => setClient('wishes', e.currentTarget.value)}
          />
        </section>
        <section class="grid content-start gap-3">
          <TextField
            label="Place"
            value={site.place}
            maxlength={120}
            errors={errorsAt('/site/place', 'Say where it is.')}
            oninput={(e) => desk.edit((j) => (j.site.place = e.currentTarget.value), 'place')}
          />
          <div class="grid grid-cols-2 gap-3">
            <QuantityField
              label="Latitude, °, north is +"
              value={site.latitudeDeg}
              units={desk.units}
              parse={parseNumber(-90, 90)}
              show={showNumber}
              onchange={(v) => desk.edit((j) => (j.site.latitudeDeg = v), 'latitude')}
            />
            <QuantityField
              label="Longitude, °, east is +"
              value={site.longitudeDeg}
              units={desk.units}
              parse={parseNumber(-180, 180)}
              show={showNumber}
              onchange={(v) => desk.edit((j) => (j.site.longitudeDeg = v), 'longitude')}
            />
          </div>
          <TextField
            label="Time zone"
            value={site.timeZone}
            maxlength={60}
            errors={errorsAt('/site/timeZone', 'A name like Europe/London.')}
            oninput={(e) => desk.edit((j) => (j.site.timeZone = e.currentTarget.value), 'zone')}
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
