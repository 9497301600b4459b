import type { NextConfig } from 'next';

const config: NextConfig = {
  distDir: process.env.DATHEN_DIST ?? '.next',
  poweredByHeader: false,
  reactStrictMode: true,
  /** Starts threads from files of its own, which a bundle would not have. */
  serverExternalPackages: ['piscina'],
  /** Types are checked by `./dathen test`, so that a build does not do it a second time. */
  typescript: { ignoreBuildErrors: true },
};

export default config;
