import { FIRST_PART, type JobDocument } from '../../../core/document';
import { newPlace } from '../../../core/place';
import type { WorkingHours } from '../../../core/calendar';
import type { NewJobInput } from '../../../formats/schema/form-schemas';

const SATURDAY_TO = '13:00';

/** The document a new job begins with: what was typed, and a crew's usual beginnings for the rest. */
export function newJobDocument(n: NewJobInput): JobDocument {
  const day = { from: n.weekFrom, to: n.weekTo };
  const workingHours: WorkingHours = {
    mon: day,
    tue: day,
    wed: day,
    thu: day,
    fri: day
  };
  if (n.saturday && n.weekFrom < SATURDAY_TO) workingHours.sat = { from: n.weekFrom, to: SATURDAY_TO };
  return {
    format: 'basket-job',
    version: 2,
    title: n.title,
    client: { name: n.clientName, ...(n.phone && { phone: n.phone }) },
    site: {
      place: n.place,
      latitudeDeg: n.latitudeDeg,
      longitudeDeg: n.longitudeDeg,
      timeZone: n.timeZone
    },
    places: [newPlace('place-1', n.setting, workingHours)],
    parts: [{ id: FIRST_PART, placeId: 'place-1', takes: [] }],
    crew: { people: n.people },
    surfaces: [],
    living: {
      traffic: 'home',
      sun: n.setting === 'outdoor' ? 1.4 : 1,
      wet: n.setting === 'outdoor' ? 'often wet' : 'dry',
      soap: 'none'
    },
    usedForFood: false,
    products: []
  };
}
