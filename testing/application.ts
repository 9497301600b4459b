/** Gives the browser tests of one worker the application that is theirs: the test command starts one for each. */
const applications = JSON.parse(process.env.DATHEN_APPLICATIONS ?? '[]') as Record<string, string>[];

Object.assign(process.env, applications[Number(process.env.JEST_WORKER_ID ?? 1) - 1]);
