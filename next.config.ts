import type { NextConfig } from 'next';
import { SAFE_HEADERS, UNKEPT } from './src/core/safeHeaders';

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
      {
        source: '/api/(uploads|geometries)',
        headers: Object.entries({
          ...SAFE_HEADERS,
          'content-security-policy': "default-src 'none'; frame-ancestors 'none'",
          'cache-control': UNKEPT,
        }).map(([key, value]) => ({ key, value })),
      },
    ]),
  serverExternalPackages: ['selenium-webdriver'],
  /** Types are checked by `./dathen test`, so that a build does not do it a second time. */
  typescript: { ignoreBuildErrors: true },
};

export default config;
