/** What each role may do. A hand measures and logs work, an office plans and keeps prices, a lead does all. */
export type Role = 'lead' | 'hand' | 'office';
export type Permission =
  | 'edit jobs'
  | 'create jobs'
  | 'log work'
  | 'log at the desk'
  | 'edit prices'
  | 'edit cards'
  | 'edit stock'
  | 'edit house rules'
  | 'edit people';

const GRANTS: Record<Role, readonly Permission[]> = {
  lead: [
    'edit jobs',
    'create jobs',
    'log work',
    'log at the desk',
    'edit prices',
    'edit cards',
    'edit stock',
    'edit house rules',
    'edit people'
  ],
  office: ['edit jobs', 'create jobs', 'log at the desk', 'edit prices', 'edit stock'],
  hand: ['edit jobs', 'log work', 'log at the desk', 'edit stock']
};

export const may = (role: Role, what: Permission): boolean => GRANTS[role].includes(what);
