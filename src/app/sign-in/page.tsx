import type { Metadata } from 'next';
import { Suspense } from 'react';
import { SignInPage } from '../../features/accounts/SignInPage';

export const metadata: Metadata = { title: 'Sign in' };

export default function Page() {
  return (
    <Suspense>
      <SignInPage />
    </Suspense>
  );
}
