import type { Metadata } from 'next';
import { WelcomePage } from '../../../features/accounts/WelcomePage';

export const metadata: Metadata = { title: 'Welcome' };

export default async function Page({ params }: { params: Promise<{ token: string }> }) {
  return <WelcomePage token={(await params).token} />;
}
