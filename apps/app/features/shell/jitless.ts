import { config } from 'zod';

// Zod's compiled parsers need eval, which our content security policy forbids. Must run before any schema parses.
config({ jitless: true });
