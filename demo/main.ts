import { seed } from './seed.ts';

const address = process.argv[2] ?? 'http://127.0.0.1:8080';

async function answer(response: Response): Promise<unknown> {
  if (response.ok) return response.json();
  throw new Error(`${response.url} answered ${response.status}: ${await response.text()}`);
}

const written = await seed(
  {
    get: async (path) => answer(await fetch(address + path)),
    send: async (operation) => {
      await answer(
        await fetch(`${address}/api/operations`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(operation),
        }),
      );
    },
  },
  new Date(),
);
if (written > 0) process.stderr.write(`Wrote ${written} demo clients.\n`);
