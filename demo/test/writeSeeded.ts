// node --import tsx writeSeeded.ts FILE: writes the tests' demo into a database and says how many clients it has.
import { demoIn } from './demoIn.ts';

const { app, db, write } = await demoIn(process.argv[2]!);
process.stdout.write(String(await write()));
await app.close();
db.close();
