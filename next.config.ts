import type { NextConfig } from 'next';
import { SAFE_HEADERS, UNKEPT } from './src/core/safeHeaders';

/** Routes for programs show nothing. */
const PROGRAM_HEADERS = {
  ...SAFE_HEADERS,
  'content-security-policy': "default-src 'none'; frame-ancestors 'none'",
};

/** A cube names its load, so it never changes, and says itself how long it may be kept. */
const EVERY_BUT_CUBES = '/api/((?!cubes$).*)';

const headersOf = (source: string, headers: Readonly<Record<string, string>>) => ({
  source,
  headers: Object.entries(headers).map(([key, value]) => ({ key, value })),
});

const config: NextConfig = {
  distDir: process.env.DATHEN_DIST ?? '.next',
  poweredByHeader: false,
  reactStrictMode: true,
  /** It is read on this machine; whoever puts it behind a proxy compresses there. */
  compress: false,
  /** Each route is loaded when it is first asked for: all of them at the start would keep everybody waiting for seconds. */
  experimental: { preloadEntriesOnStart: false },
  /** For the routes that src/proxy.ts leaves out. */
  headers: () =>
    Promise.resolve([
      headersOf('/api/:path*', PROGRAM_HEADERS),
      headersOf(EVERY_BUT_CUBES, { 'cache-control': UNKEPT }),
    ]),
  serverExternalPackages: ['selenium-webdriver'],
  /** Types are checked by `./dathen test`, so that a build does not do it a second time. */
  typescript: { ignoreBuildErrors: true },
};

export default config;
