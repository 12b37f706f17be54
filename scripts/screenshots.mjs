/** `npm run screenshots`: one picture of each main view, from the demonstration data, into docs/screenshots. */
import { ensureBuild, ensurePackages, run } from './lib.mjs';

ensurePackages();
ensureBuild();
process.exit(run('npx', ['playwright', 'test', '--config', 'e2e/screenshots.config.ts']));
