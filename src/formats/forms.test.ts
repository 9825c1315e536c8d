import type { ValidateFunction } from 'ajv';
import { describe, expect, it } from 'vitest';
import { firstAccount } from './validate/gen/firstAccount.gen.js';
import { newJob } from './validate/gen/newJob.gen.js';
import { person } from './validate/gen/person.gen.js';
import { prices } from './validate/gen/prices.gen.js';
import { roleChange } from './validate/gen/roleChange.gen.js';
import { signIn } from './validate/gen/signIn.gen.js';
import { check } from './validate/validate';

const account = { crewName: 'Crew', name: 'Ada', email: 'ada@crew.example', password: 'long enough 1', units: 'us' };
const job = {
  title: 'Deck',
  clientName: 'Mill',
  phone: '',
  place: 'Wick',
  latitudeDeg: 53,
  longitudeDeg: 0.3,
  timeZone: 'Europe/London',
  setting: 'outdoor',
  weekFrom: '07:30',
  weekTo: '17:30',
  saturday: true,
  people: 2
};
const forms: [string, ValidateFunction, Record<string, unknown>][] = [
  ['sign in', signIn, { email: 'ada@crew.example', password: 'x' }],
  ['first account', firstAccount, account],
  ['person', person, { name: 'Bram', email: 'b@crew.example', password: 'long enough 1', role: 'hand' }],
  ['role', roleChange, { userId: '01900000-0000-7000-8000-000000000001', role: 'office' }],
  ['new job', newJob, job],
  ['prices', prices, { prices: [{ packId: 'kit-300', priceCents: 3600 }] }]
];

describe('every form', () => {
  it.each(forms)('%s takes what is right', (_, validator, good) =>
    expect(check(validator, good)).toEqual({ ok: true, value: good })
  );
  it.each(forms)('%s names each missing field', (_, validator, good) => {
    for (const field of Object.keys(good)) {
      const r = check(validator, Object.fromEntries(Object.entries(good).filter(([k]) => k !== field)));
      expect(r).toMatchObject({ ok: false, problems: [{ path: `/${field}`, problem: 'is missing' }] });
    }
  });
  it.each(forms)('%s takes nothing of its own', (_, validator, good) =>
    expect(check(validator, { ...good, admin: true })).toMatchObject({ ok: false, problems: [{ path: '/admin' }] })
  );
  it.each([
    ['an address', firstAccount, { ...account, email: 'ada' }, '/email', 'must be an e-mail address'],
    ['a short password', firstAccount, { ...account, password: 'short' }, '/password', 'needs at least 10 characters'],
    ['no name', firstAccount, { ...account, name: '' }, '/name', 'must not be empty'],
    ['other units', firstAccount, { ...account, units: 'cubits' }, '/units', 'must be one of: metric, us'],
    ['off the globe', newJob, { ...job, latitudeDeg: 95 }, '/latitudeDeg', 'must be 90 or less'],
    ['nobody', newJob, { ...job, people: 0 }, '/people', 'must be 1 or more'],
    ['half a person', newJob, { ...job, people: 2.5 }, '/people', 'must be a whole number'],
    ['text for a number', newJob, { ...job, longitudeDeg: 'east' }, '/longitudeDeg', 'must be a number'],
    ['a long title', newJob, { ...job, title: 'x'.repeat(121) }, '/title', 'must be 120 characters or fewer'],
    ['no prices', prices, { prices: [] }, '/prices', 'needs at least 1'],
    [
      'a negative price',
      prices,
      { prices: [{ packId: 'a', priceCents: -1 }] },
      '/prices/0/priceCents',
      'must be 0 or more'
    ],
    [
      'a king',
      roleChange,
      { userId: '01900000-0000-7000-8000-000000000001', role: 'king' },
      '/role',
      'must be one of: lead, hand, office'
    ]
  ])('%s is refused beside its field, with the cure', (_, validator, data, path, problem) =>
    expect(check(validator as ValidateFunction, data)).toEqual({ ok: false, problems: [{ path, problem }] })
  );
});
