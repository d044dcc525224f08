export { repeated, setValues } from './setForm.ts';
