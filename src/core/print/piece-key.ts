import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { recipeKey } from '../picture/recipe';
import type { Piece } from './pieces';

/** What an encoded piece is kept under: its pictures, how long each stays where that counts, and how it is encoded. */
export function pieceKey({ runs }: Piece, countsHolds: boolean, encoding: string): string {
  const pictures = runs.map(({ recipe, frames }) => [recipeKey(recipe), ...(countsHolds ? [frames] : [])]);
  return bytesToHex(sha256(new TextEncoder().encode(JSON.stringify([encoding, pictures]))));
}
