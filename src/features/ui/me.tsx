'use client';
/** Who uses the interface, and what they may do; the server checks it anew wherever it matters. */
import { useQuery } from '@tanstack/react-query';
import { createContext, useContext, type ReactNode } from 'react';
import { isAtLeast, meSchema, type Me, type Role } from '../../contract/people';
import { requestAs } from './request';

const HasAccounts = createContext(false);

/** Says whether people have accounts here, which the server knows when it sends a page. */
export function AccountsProvider({ hasAccounts, children }: { hasAccounts: boolean; children: ReactNode }) {
  return <HasAccounts value={hasAccounts}>{children}</HasAccounts>;
}

const NOBODY = { person: null, provider: null, requiresSecondFactor: false, lacksSecondFactor: false };
const ALONE: Me = { ...NOBODY, accounts: false, role: 'owner' };
const UNKNOWN: Me = { ...NOBODY, accounts: true, role: null };

/** Until the server has answered, one who may do nothing. */
export function useMe(): Me {
  const hasAccounts = useContext(HasAccounts);
  const me = useQuery({
    queryKey: ['me'],
    queryFn: () => requestAs(meSchema, '/api/me'),
    enabled: hasAccounts,
    staleTime: Infinity,
  });
  return hasAccounts ? (me.data ?? UNKNOWN) : ALONE;
}

/** Whether one may do what a role may. */
export function useMay(least: Role): boolean {
  const { role } = useMe();
  return role !== null && isAtLeast(role, least);
}
