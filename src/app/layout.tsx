import '@fontsource-variable/hanken-grotesk/index.css';
import '@fontsource-variable/spline-sans-mono/index.css';
import { AppRouterCacheProvider } from '@mui/material-nextjs/v16-appRouter';
import type { Metadata } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { Providers } from '../features/ui/Providers';

export const metadata: Metadata = {
  title: { default: 'Dathen', template: '%s · Dathen' },
  description: 'Dashboards on one date dimension',
};

export default async function Layout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get('x-nonce') ?? undefined;
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <AppRouterCacheProvider options={{ enableCssLayer: true, ...(nonce ? { nonce } : {}) }}>
          <Providers nonce={nonce} hasAccounts={process.env.DATHEN_TEAM === '1'}>
            {children}
          </Providers>
        </AppRouterCacheProvider>
      </body>
    </html>
  );
}
