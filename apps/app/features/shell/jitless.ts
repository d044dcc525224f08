// Zod's compiled parsers need eval, which our content security policy forbids. Said where Zod looks for it, and before any schema is made:
// the schemas come later than the first page.
(globalThis as { __zod_globalConfig?: object }).__zod_globalConfig = { jitless: true };
export {};
