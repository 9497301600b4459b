import type { NextConfig } from 'next';

const config: NextConfig = {
  distDir: process.env.DATHEN_DIST ?? '.next',
  poweredByHeader: false,
  reactStrictMode: true,
  /** It is read on this machine; whoever puts it behind a proxy compresses there. */
  compress: false,
  serverExternalPackages: ['selenium-webdriver'],
  /** Types are checked by `./dathen test`, so that a build does not do it a second time. */
  typescript: { ignoreBuildErrors: true },
};

export default config;
