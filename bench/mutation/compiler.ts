/** Tells slips that the compiler notices, before any test is run. */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import ts from 'typescript';
import { changed, type Change } from './changes';

/**
 * Whether a file still compiles with a slip in it. What the slip does to the types of other files is not looked at:
 * it would take as long as to compile everything.
 */
export function compiler(): (change: Change) => boolean {
  const config = ts.getParsedCommandLineOfConfigFile('tsconfig.json', {}, {
    ...ts.sys,
    onUnRecoverableConfigFileDiagnostic: (diagnostic) => {
      throw new Error(ts.flattenDiagnosticMessageText(diagnostic.messageText, '\n'));
    },
  } satisfies ts.ParseConfigFileHost);
  if (!config) throw new Error('There is no tsconfig.json here.');
  const slips = new Map<string, string>();
  let edition = 0;
  const service = ts.createLanguageService({
    getCompilationSettings: () => ({ ...config.options, incremental: false, tsBuildInfoFile: undefined }),
    getScriptFileNames: () => config.fileNames,
    getScriptVersion: (file) => (slips.has(file) ? String(edition) : '0'),
    getScriptSnapshot: (file) => {
      const text = slips.get(file) ?? ts.sys.readFile(file);
      return text === undefined ? undefined : ts.ScriptSnapshot.fromString(text);
    },
    getCurrentDirectory: () => process.cwd(),
    getDefaultLibFileName: (options) => ts.getDefaultLibFilePath(options),
    fileExists: (file) => ts.sys.fileExists(file),
    readFile: (file) => ts.sys.readFile(file),
    readDirectory: (...args) => ts.sys.readDirectory(...args),
    directoryExists: (folder) => ts.sys.directoryExists(folder),
    getDirectories: (folder) => ts.sys.getDirectories(folder),
  });
  return (change) => {
    const file = path.resolve(change.file);
    edition++;
    slips.set(file, changed(readFileSync(file, 'utf8'), change));
    try {
      return (
        service.getSyntacticDiagnostics(file).length === 0 &&
        service.getSemanticDiagnostics(file).length === 0
      );
    } finally {
      slips.delete(file);
    }
  };
}
