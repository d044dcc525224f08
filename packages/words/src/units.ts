import { sayTrimmed } from './numbers.ts';

/** How lengths and masses are read and typed on this device. Values are always kept in mm and kg. */
export const UNIT_SYSTEMS = ['metric', 'imperial'] as const;
export type UnitSystem = (typeof UNIT_SYSTEMS)[number];

/** Exact by definition: an inch is 25.4 mm, a pound 0.45359237 kg (international yard and pound agreement of 1959, from memory). */
const MM_PER_INCH = 25.4;
const KG_PER_POUND = 0.45359237;
const INCHES_PER_FOOT = 12;

/** One system a device, as one language: what is said follows it without being told each time. */
let now: UnitSystem = 'metric';
export const unitsNow = (): UnitSystem => now;
export const setUnits = (system: UnitSystem): void => {
  now = system;
};

/** What is said in another system than the device's: a plan keeps the units it was given in. */
export function inUnits<T>(system: UnitSystem, say: () => T): T {
  const before = now;
  now = system;
  try {
    return say();
  } finally {
    now = before;
  }
}

/** The quantity of a number: a length of the body or on the floor, a small height under the heels, a mass. */
export type Quantity = 'length' | 'height' | 'mass';

/** How a quantity is shown: its unit, how many of the kept unit it holds, and the digits behind the point. */
export interface Shown {
  unit: 'cm' | 'mm' | 'kg' | 'in' | 'lb';
  per: number;
  digits: number;
}

const SHOWN: Record<UnitSystem, Record<Quantity, Shown>> = {
  metric: {
    length: { unit: 'cm', per: 10, digits: 1 },
    height: { unit: 'mm', per: 1, digits: 0 },
    mass: { unit: 'kg', per: 1, digits: 1 },
  },
  imperial: {
    length: { unit: 'in', per: MM_PER_INCH, digits: 1 },
    height: { unit: 'in', per: MM_PER_INCH, digits: 2 },
    mass: { unit: 'lb', per: KG_PER_POUND, digits: 1 },
  },
};

export const shownAs = (quantity: Quantity, system: UnitSystem = now): Shown =>
  SHOWN[system][quantity];

/** A kept value as a number in the unit that is shown, with no digit more than is shown. */
export const inShown = (quantity: Quantity, kept: number): number => {
  const { per, digits } = shownAs(quantity);
  return Number((kept / per).toFixed(digits));
};

function say(quantity: Quantity, kept: number, digits?: number): string {
  const { unit, per, digits: usual } = shownAs(quantity);
  return `${sayTrimmed(kept / per, digits ?? usual)} ${unit}`;
}

/** A length kept in mm: "42 cm", "16.5 in". In inches never without the tenth, which is 2.5 mm. */
export const sayLength = (mm: number, digits: 0 | 1 = 0): string =>
  say('length', mm, now === 'imperial' ? 1 : digits);

/** The number alone, for two of them in one sentence. */
export const lengthNumber = (mm: number, digits: 0 | 1 = 0): string =>
  sayLength(mm, digits).replace(/ \w+$/, '');

/** A small height kept in mm, as under the heels: "20 mm", "0.79 in". */
export const sayHeight = (mm: number, digits: 0 | 1 = 0): string =>
  say('height', mm, now === 'imperial' ? 2 : digits);

/** A mass kept in kg: "62.5 kg", "137.8 lb". */
export const sayMass = (kg: number): string => say('mass', kg);

const NUMBER = String.raw`\d+(?:[.,]\d+)?|[.,]\d+`;
const FRACTION = String.raw`(?:(\d+)\s+)?(\d+)\s*/\s*(\d+)`;

/** A number as typed: "71", "7,5", "7 1/2", "1/2", "7½"; null when it is none. */
export function readNumber(text: string): number | null {
  const typed = text.trim().replace('½', ' 1/2').replace('¼', ' 1/4').replace('¾', ' 3/4').trim();
  if (new RegExp(`^[-−+]?(?:${NUMBER})$`).test(typed))
    return Number(typed.replace(',', '.').replace('−', '-'));
  const [, whole, part, of] = new RegExp(`^${FRACTION}$`).exec(typed) ?? [];
  if (part === undefined || of === undefined || Number(of) === 0) return null;
  return Number(whole ?? 0) + Number(part) / Number(of);
}

const LENGTH_UNITS: Record<string, number> = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: MM_PER_INCH,
  inch: MM_PER_INCH,
  inches: MM_PER_INCH,
  '"': MM_PER_INCH,
  '″': MM_PER_INCH,
  '”': MM_PER_INCH,
  ft: MM_PER_INCH * INCHES_PER_FOOT,
  "'": MM_PER_INCH * INCHES_PER_FOOT,
};
const MASS_UNITS: Record<string, number> = {
  kg: 1,
  g: 0.001,
  lb: KG_PER_POUND,
  lbs: KG_PER_POUND,
};

/** A number with the unit it was typed with, else the unit that is shown; null when it cannot be read. */
function readIn(text: string, units: Record<string, number>, usual: number): number | null {
  const typed = text.trim().toLowerCase();
  const unit = Object.keys(units)
    .sort((a, b) => b.length - a.length)
    .find((u) => typed.endsWith(u));
  const number = readNumber(unit ? typed.slice(0, -unit.length) : typed);
  return number === null ? null : number * (unit ? units[unit]! : usual);
}

/** Kept to the thousandth: far below what anybody reads, and the same number again when shown. */
const keep = (value: number | null): number | null =>
  value === null ? null : Number(value.toFixed(3));

/**
 * Reads what was typed for a quantity: a number in the unit that is shown, or with a unit of its own: "5'11"", "71 in", "180 lb", "7 1/2",
 * "180 cm".
 *
 * @returns mm or kg; null when it cannot be read
 */
export function readQuantity(quantity: Quantity, text: string): number | null {
  const { per } = shownAs(quantity);
  if (quantity === 'mass') return keep(readIn(text, MASS_UNITS, per));
  const [, feet, inches] = /^\s*(\d+)\s*(?:'|′|’|ft)\s*(.*)$/i.exec(text) ?? [];
  if (feet === undefined || inches === undefined) return keep(readIn(text, LENGTH_UNITS, per));
  const rest = inches.trim() === '' ? 0 : readIn(inches, LENGTH_UNITS, MM_PER_INCH);
  return rest === null ? null : keep(Number(feet) * INCHES_PER_FOOT * MM_PER_INCH + rest);
}

/** How the units are called where they are chosen. */
export const UNIT_NAMES: Record<UnitSystem, string> = {
  metric: 'Centimetres and kilograms',
  imperial: 'Inches and pounds',
};
