/** What each role may do. A hand measures and logs work, an office plans and keeps prices, a lead does all. */
export type Role = 'lead' | 'hand' | 'office';
export type Permission = 'edit jobs' | 'create jobs' | 'log work' | 'edit prices' | 'edit cards' | 'edit people';

const GRANTS: Record<Role, readonly Permission[]> = {
  lead: ['edit jobs', 'create jobs', 'log work', 'edit prices', 'edit cards', 'edit people'],
  office: ['edit jobs', 'create jobs', 'edit prices'],
  hand: ['edit jobs', 'log work']
};

export const may = (role: Role, what: Permission): boolean => GRANTS[role].includes(what);
