import { Type, type Static } from 'typebox';

/** How a coat goes on (handbook 16), in the order they are offered. */
export const METHODS = [
  'thin',
  'flood',
  'roller',
  'dry-roller',
  'trowel',
  'brush',
  'blot',
  'dry-brush',
  'wet-sand',
  'saturate',
  'second-at-20',
  'spray'
] as const;
export const MethodSchema = Type.Enum([...METHODS]);
export type Method = Static<typeof MethodSchema>;

/** What is done to a laying besides putting oil on and taking it off; each is tapped, and stands in the log. */
export const STAGES = [
  'top up',
  'wet again',
  'second coat',
  'wet sand',
  'flip the pad',
  'polish pad',
  'colour check',
  'look again'
] as const;
export const StageSchema = Type.Enum([...STAGES]);
export type StageId = Static<typeof StageSchema>;
