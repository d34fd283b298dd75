import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import type { ColourChange } from './colour-kind';
import { lookUp, tableOf, type ColourTable, type TableKind } from './colour-table';

/** Points of a table that is kept in a film at most: of a finer one these are reckoned. */
export const KEPT_POINTS = { '3D': 33, '1D': 1024 } as const;
/** Letters of its values at most. */
export const LONGEST_DATA = Math.ceil((KEPT_POINTS['3D'] ** 3 * 6) / 3) * 4;

/** A table of colour that came from a file, as a step of a stack. */
export interface KeptTable {
  /** The name of its file. */
  readonly name: string;
  readonly kind: TableKind;
  readonly points: number;
  /** SHA-256 of its values, in hexadecimal: what it is known by. */
  readonly hash: string;
  /** Its values in 16 bits, the low byte first, 0 to 65,535 from black to white, as base64. */
  readonly data: string;
  /** Per cent of it that are applied. */
  readonly strength: number;
}

const WHITE = 65_535;

/** A table as a film keeps it, over black to white; what is darker or brighter is cut off. */
export function keepTable(table: ColourTable, name: string): KeptTable {
  const { kind } = table;
  const isPlain =
    table.domain.least.every((each) => each === 0) && table.domain.most.every((each) => each === 1);
  const points = Math.min(table.points, KEPT_POINTS[kind]);
  const { values } =
    isPlain && points === table.points ? table : tableOf('', kind, points, (colour) => lookUp(table, colour));
  const bytes = new Uint8Array(2 * values.length);
  values.forEach((value, i) => {
    const whole = Math.round(Math.min(1, Math.max(0, value)) * WHITE);
    bytes[2 * i] = whole & 255;
    bytes[2 * i + 1] = whole >> 8;
  });
  const letters: string[] = [];
  for (let i = 0; i < bytes.length; i += 8192)
    letters.push(String.fromCharCode(...bytes.subarray(i, i + 8192)));
  return { name, kind, points, hash: bytesToHex(sha256(bytes)), data: btoa(letters.join('')), strength: 100 };
}

const tables = new Map<string, ColourTable>();
const MOST_TABLES = 8;

/** The table that is kept; black where its values are not there. */
export function tableOfKept({ name, kind, points, hash, data }: KeptTable): ColourTable {
  let table = tables.get(hash);
  if (!table) {
    const letters = atob(data);
    const values = Float32Array.from(
      { length: 3 * (kind === '3D' ? points ** 3 : points) },
      (_, i) => ((letters.charCodeAt(2 * i) || 0) + 256 * (letters.charCodeAt(2 * i + 1) || 0)) / WHITE,
    );
    table = { title: name, kind, points, domain: { least: [0, 0, 0], most: [1, 1, 1] }, values };
    if (tables.size >= MOST_TABLES) tables.clear();
    tables.set(hash, table);
  }
  return table;
}

/** Whether its values are as many as its points say, and those that it is known by. */
export function isWholeTable({ kind, points, data, hash }: KeptTable): boolean {
  const bytes = 6 * (kind === '3D' ? points ** 3 : points);
  if (data.length !== Math.ceil(bytes / 3) * 4) return false;
  const letters = atob(data);
  return bytesToHex(sha256(Uint8Array.from(letters, (letter) => letter.charCodeAt(0)))) === hash;
}

/** What a table makes of a colour, as far as it is applied. */
export function tableChange(kept: KeptTable): ColourChange {
  const table = tableOfKept(kept);
  const part = kept.strength / 100;
  return (colour) => {
    const [red, green, blue] = colour;
    const made = lookUp(table, [red ?? 0, green ?? 0, blue ?? 0]);
    for (let c = 0; c < 3; c++)
      colour[c] = (colour[c] as number) + ((made[c] as number) - (colour[c] as number)) * part;
  };
}
