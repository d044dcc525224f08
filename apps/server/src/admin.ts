import { createReadStream, existsSync, writeFileSync, renameSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { createInterface } from 'node:readline';
import { backUp, restore } from './backup.ts';
import { CannotOpen, newestIn, openDatabase } from './db/open.ts';
import { Refusal } from './errors.ts';
import { HOME_PRACTICE, makePractice } from './plugins/practice.ts';
import { importPractice, practiceLines } from './practiceFile.ts';

const here = import.meta.dirname;
const migrations = join(here, 'db/migrations');
const databaseFile =
  process.env['DATABASE_FILE'] ?? join(here, '../../../.data/zither-plumb.sqlite');

const USAGE = `Usage, on the database of DATABASE_FILE or .data/zither-plumb.sqlite:
  npm run backup  -- copy.sqlite     copies it, also while the server runs, and proves the copy
  npm run restore -- copy.sqlite     puts it back; what was there is kept beside it
  npm run export  -- practice.jsonl  everything as lines of JSON
  npm run import  -- practice.jsonl  the same into an empty database
`;

const say = (text: string) => process.stdout.write(`${text}\n`);
const now = () => new Date().toISOString();

async function linesOf(file: string): Promise<string[]> {
  const lines: string[] = [];
  for await (const line of createInterface({ input: createReadStream(file) })) lines.push(line);
  return lines;
}

async function main([command, name, ...more]: string[]): Promise<number> {
  if (!command || !name || more.length > 0) {
    process.stderr.write(USAGE);
    return 2;
  }
  const file = resolve(process.env['INIT_CWD'] ?? process.cwd(), name);
  if (command === 'restore') {
    const kept = await restore(file, databaseFile, now(), newestIn(migrations));
    say(`Restored from ${name}.${kept ? ` What was there is kept as ${kept}.` : ''}`);
    return 0;
  }
  if (command !== 'import' && !existsSync(databaseFile))
    throw new CannotOpen(`${databaseFile} is not there: there is nothing to ${command}.`);
  if (command === 'import' && !existsSync(file)) throw new CannotOpen(`${name} is not there.`);
  const db = openDatabase(databaseFile, migrations);
  try {
    switch (command) {
      case 'backup':
        await backUp(db, file);
        say(`Copied to ${name}, opened and checked.`);
        return 0;
      case 'export':
        writeFileSync(`${file}.growing`, [...practiceLines(db, HOME_PRACTICE.id), ''].join('\n'));
        renameSync(`${file}.growing`, file);
        say(`Written to ${name}.`);
        return 0;
      case 'import': {
        makePractice(db, now());
        say(`${importPractice(db, HOME_PRACTICE.id, await linesOf(file))} rows taken in.`);
        return 0;
      }
      default:
        process.stderr.write(USAGE);
        return 2;
    }
  } finally {
    db.close();
  }
}

try {
  process.exitCode = await main(process.argv.slice(2));
} catch (error) {
  if (!(error instanceof CannotOpen || error instanceof Refusal)) throw error;
  process.stderr.write(`${error.message}\n`);
  process.exitCode = 1;
}
