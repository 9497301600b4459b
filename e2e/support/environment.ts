/** The environment without what the tests say to the server that they share, for commands that stand by themselves. */
export const cleanEnvironment = () =>
  Object.fromEntries(
    Object.entries(process.env).filter(([name]) => !name.startsWith('DATHEN_')),
  ) as NodeJS.ProcessEnv;
