import type { Metadata } from 'next';
import { Suspense } from 'react';
import { NewPasswordPage } from '../../features/accounts/NewPasswordPage';

export const metadata: Metadata = { title: 'A new password' };

export default function Page() {
  return (
    <Suspense>
      <NewPasswordPage />
    </Suspense>
  );
}
