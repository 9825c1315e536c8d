import defaults from './house-rules.json';

/** The crew's own rules: every number here is a house choice and is shown as one. */
export type HouseRules = typeof defaults;

export const defaultHouseRules: HouseRules = defaults;
