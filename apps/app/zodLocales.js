// Stands in for zod's index of all languages in the app bundle; see metro.config.js.
export { default as en } from 'zod/v4/locales/en.js';
