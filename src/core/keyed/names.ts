/** Names every plain object answers to: no id may be one of them, whatever it is looked up in later. */
export const RESERVED_NAMES: readonly string[] = [...Object.getOwnPropertyNames(Object.prototype), 'prototype'];

const NOT_RESERVED = `(?!(?:${RESERVED_NAMES.join('|')})$)`;

/** A way of writing a name: its pattern, and in words what is right. */
export interface NameForm {
  pattern: string;
  words: string;
}

const form = (body: string, words: string): NameForm => ({
  pattern: `^${NOT_RESERVED}${body}$`,
  words: `${words}, and none of the words programs keep for themselves`
});

/** Ids of things a job is made of: surfaces, faces, cut-outs, exits. */
export const ID_FORM = form('[A-Za-z0-9][A-Za-z0-9-]{0,39}', 'must be 1 to 40 letters, digits and hyphens');
/** Short names in small letters: sample boards, compared systems. */
export const SLUG_FORM = form('[a-z0-9-]{1,40}', 'must be 1 to 40 small letters, digits and hyphens');
/** Steps of the preparation. */
export const STEP_FORM = form('[a-z][a-z0-9-]{0,39}', 'must be 1 to 40 small letters, digits and hyphens');
/** Ids of product cards. */
export const CARD_FORM = form('[a-z0-9][a-z0-9-]{1,58}', 'must be 2 to 59 small letters, digits and hyphens');
/** Questions and options of the house rules. */
export const CHOICE_FORM = form('[a-z-]{1,30}', 'must be 1 to 30 small letters and hyphens');
/** Dotted paths of the house's numbers. */
export const NUMBER_FORM = form('[A-Za-z0-9. ]{1,60}', 'must be 1 to 60 letters, digits, dots and spaces');
/** A face of a surface, as the two ids with a stroke between them. */
export const FACE_FORM = form(
  '[A-Za-z0-9][A-Za-z0-9-]{0,39}/[A-Za-z0-9][A-Za-z0-9-]{0,39}',
  'must be a surface and a face, such as floor/top'
);
/** Ids devices and the database make: UUIDs in small letters, the one way they are written here. */
export const UUID_FORM: NameForm = {
  pattern: '^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$',
  words: 'must be a UUID in small letters'
};
/** Those made on a device, with their time in them. */
export const UUID7_FORM: NameForm = {
  pattern: '^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$',
  words: 'must be a UUID of version 7 in small letters'
};
/** A time of day. */
export const CLOCK_FORM: NameForm = {
  pattern: '^([01][0-9]|2[0-3]):[0-5][0-9]$',
  words: 'must be a time of day like 07:30'
};
/** A date and time on the wall clock. */
export const LOCAL_TIME_FORM: NameForm = {
  pattern: '^[0-9]{4}-[0-9]{2}-[0-9]{2}T([01][0-9]|2[0-3]):[0-5][0-9]$',
  words: 'must be a date and time like 2027-05-18T09:40'
};
/** A batch of a coat. */
export const BATCH_FORM: NameForm = { pattern: '^[A-Z]{1,2}$', words: 'must be one or two capitals' };

/** Every form, so that a refusal can say it in words. */
export const NAME_FORMS: readonly NameForm[] = [
  ID_FORM,
  SLUG_FORM,
  STEP_FORM,
  CARD_FORM,
  CHOICE_FORM,
  NUMBER_FORM,
  FACE_FORM,
  UUID_FORM,
  UUID7_FORM,
  CLOCK_FORM,
  LOCAL_TIME_FORM,
  BATCH_FORM
];

/** The id of every job's first part, which takes whatever no other part takes: where a name of a part is left out, it is meant. */
export const FIRST_PART = 'first';

/** The version events of a job's log are written in; older ones are lifted when they are read. */
export const EVENT_VERSION = 2;
