import { cpus } from 'node:os';
import { benchAnswers } from './answer.ts';
import { benchApp } from './app.ts';
import { benchCore } from './core.ts';
import { benchHome } from './home.ts';
import type { BenchLine } from './line.ts';
import { benchLoad } from './load.ts';
import { benchPractice } from './practice.ts';
import { benchSet } from './set.ts';

const [dist = '', address = '', chromium = '', today = '', pid = ''] = process.argv.slice(2);

const lines: BenchLine[] = [
  ...benchCore(),
  ...benchSet(),
  ...(await benchAnswers(address, today)),
  ...(await benchHome(chromium)),
  ...(await benchApp(dist, address, chromium)),
  ...(await benchLoad(address, Number(pid))),
  ...(await benchPractice(address, today)),
];
const machine = `${cpus().length} cores, ${cpus()[0]?.model.trim() ?? 'unknown'}, Node ${process.version}`;

process.stdout.write(`Measured ${today} on ${machine}.\n\n`);
process.stdout.write('| what | measured | goal |\n| --- | --- | --- |\n');
for (const { what, measured, goal } of lines)
  process.stdout.write(`| ${what} | ${measured} | ${goal} |\n`);
