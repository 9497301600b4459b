'use client';
/** What every page stands on: theme, query cache, address state. */
import '../../core/withoutEval';
import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { NuqsAdapter } from 'nuqs/adapters/next/app';
import { useEffect, useState, type ReactNode } from 'react';
import { applyOwnLocale } from './locale';
import { AccountsProvider } from './me';
import { SignedOut } from './SignedOut';
import { theme } from '../../theme/theme';
import { NonceProvider } from './nonce';
import { NoticeProvider } from './Notice';

// Before anything is written: what a page says and what its answers say must agree.
applyOwnLocale();

export function Providers({
  nonce: given,
  hasAccounts,
  children,
}: {
  nonce: string | undefined;
  hasAccounts: boolean;
  children: ReactNode;
}) {
  // The page keeps the word it came with; what is fetched later comes with others.
  const [nonce] = useState(given);
  const [client] = useState(
    () => new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false } } }),
  );
  // Tells browser tests and screen scripts that the page takes input from now on.
  useEffect(() => {
    document.documentElement.dataset.interactive = 'true';
  }, []);
  return (
    <ThemeProvider theme={theme}>
      <CssBaseline />
      <QueryClientProvider client={client}>
        <NuqsAdapter>
          <NonceProvider value={nonce}>
            <AccountsProvider hasAccounts={hasAccounts}>
              <NoticeProvider>
                {hasAccounts && <SignedOut />}
                {children}
              </NoticeProvider>
            </AccountsProvider>
          </NonceProvider>
        </NuqsAdapter>
      </QueryClientProvider>
    </ThemeProvider>
  );
}
