import type { Role } from '$lib/server/accounts/permissions';
import type { UnitSystem } from '$core/units';

declare global {
  namespace App {
    interface Locals {
      person: {
        id: string;
        name: string;
        email: string;
        role: Role;
        crewId: string;
        units: UnitSystem;
      } | null;
    }
    interface Error {
      message: string;
      problems?: { path: string; problem: string }[];
    }
  }
}

export {};
