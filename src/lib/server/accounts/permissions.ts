/** What each role may do. A hand measures and logs work, an office plans, books and keeps prices, a lead does all. */
export const ROLES = ['lead', 'hand', 'office'] as const;
export type Role = (typeof ROLES)[number];

/** Everything that is given or kept by role, with who may and what one is told who may not. A row with a hole does not compile. */
export const PERMISSIONS = {
  'edit jobs': { roles: ['lead', 'hand', 'office'], no: 'Your role may not change jobs.' },
  'create jobs': { roles: ['lead', 'office'], no: 'A lead or the office makes jobs.' },
  book: { roles: ['lead', 'office'], no: 'A lead or the office books; you see what is booked.' },
  'mend jobs': { roles: ['lead', 'office'], no: 'A lead or the office mends a job that can’t be read.' },
  'import weather': { roles: ['lead', 'office'], no: 'A lead or the office reads weather from files.' },
  'log work': { roles: ['lead', 'hand'], no: 'The office reads the log; the crew on site writes it.' },
  overrule: { roles: ['lead'], no: 'A lead overrules what the label or the house closes.' },
  'log at the desk': { roles: ['lead', 'hand', 'office'], no: 'Your role may not write into the log.' },
  'take photos': { roles: ['lead', 'hand'], no: 'The crew on site takes the photos.' },
  'place sensors': { roles: ['lead', 'hand', 'office'], no: 'Your role may not place sensors.' },
  'edit sensors': { roles: ['lead', 'office'], no: 'A lead or the office adds sensors and renews their tokens.' },
  'edit prices': { roles: ['lead', 'office'], no: 'A lead or the office changes prices.' },
  'edit cards': { roles: ['lead'], no: 'A lead changes cards.' },
  'edit stock': { roles: ['lead', 'hand', 'office'], no: 'Your role may not change the stock.' },
  'edit house rules': { roles: ['lead'], no: 'A lead sets the house rules.' },
  'edit people': { roles: ['lead'], no: 'Only a lead changes people.' }
} as const satisfies { readonly [what in string]: { roles: readonly Role[]; no: string } };

export type Permission = keyof typeof PERMISSIONS;

export const may = (role: Role, what: Permission): boolean =>
  (PERMISSIONS[what].roles as readonly Role[]).includes(role);

/** What one is told who may not. */
export const whyNot = (what: Permission): string => PERMISSIONS[what].no;
