import { CARD_FORM, keyed, UUID7_FORM, UUID_FORM, type Keyed } from '../../../core/keyed';

/** How every part of an address that varies is written: one way each, so that one thing has one address. */
export const PARAMS: Keyed<RegExp> = keyed({
  id: new RegExp(UUID_FORM.pattern),
  tin: new RegExp(UUID_FORM.pattern),
  photo: new RegExp(UUID7_FORM.pattern),
  card: new RegExp(CARD_FORM.pattern),
  kind: /^(csv|covjson)$/,
  secret: /^[0-9a-f]{48}$/,
  token: /^[A-Za-z0-9_-]{32}$/
});

/** Whether every varying part of an address is written its one way. */
export const paramsAreCanonical = (params: Partial<{ readonly [name in string]: string }>): boolean =>
  Object.entries(params).every(([name, value]) => PARAMS.get(name)?.test(value ?? '') ?? false);
