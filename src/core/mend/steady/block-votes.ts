import type { DetailPicture } from './detail-picture';
import type { Similarity } from './similarity';

/** Pixels of a block's side, and how far it is looked for to each side. */
const SIDE = 16;
const REACH = 14;
/** So many blocks are enough to vote. */
const MOST_BLOCKS = 90;
/** A block has to have so much to it, against that of the middle of all. */
const LEAST_DETAIL = 0.5;
/** Pixels by which a block may be off a similarity that it votes for. */
const NEAR = 1.2;
/** Pairs of blocks of which similarities are made. */
const PAIRS = 400;

/** A block of the reference, by its middle counted from that of the picture, and where it was found. */
interface Vote {
  readonly x: number;
  readonly y: number;
  readonly dx: number;
  readonly dy: number;
}

/** How far a block is from a place of the photo, however much lighter that is; somewhere above `enough` where it is further than that. */
function difference(
  reference: DetailPicture,
  photo: DetailPicture,
  left: number,
  top: number,
  dx: number,
  dy: number,
  enough: number,
): number {
  const { width, data } = reference;
  const other = photo.data;
  let sum = 0;
  let squares = 0;
  for (let y = 0; y < SIDE; y++) {
    const from = (top + y) * width + left;
    const to = (top + dy + y) * width + left + dx;
    for (let x = 0; x < SIDE; x++) {
      const off = (data[from + x] as number) - (other[to + x] as number);
      sum += off;
      squares += off * off;
    }
    // More rows only add to it.
    if (y % 2 === 1 && squares - (sum * sum) / (SIDE * (y + 1)) > enough) return Infinity;
  }
  return squares - (sum * sum) / SIDE ** 2;
}

/** A block that fits where the one before went but for this part of its detail is looked for around there only, so far to each side. */
const FITS = 0.1;
const AROUND = 2;

/** A block of the reference, and how much there is to it. */
interface Block {
  readonly left: number;
  readonly top: number;
  readonly detail: number;
}

/** Where a block lies in the photo, to whole pixels. `likely` is where the one before went: what fits early saves looking closely at the others. */
function findBlock(
  reference: DetailPicture,
  photo: DetailPicture,
  { left, top, detail }: Block,
  likely: Pick<Vote, 'dx' | 'dy'>,
): Vote {
  const { width, height } = reference;
  const [right, bottom] = [width - SIDE - left, height - SIDE - top];
  const [x, y] = [Math.max(-left, Math.min(right, likely.dx)), Math.max(-top, Math.min(bottom, likely.dy))];
  let best = difference(reference, photo, left, top, x, y, Infinity);
  let [bestX, bestY] = [x, y];
  const isNear = best < FITS * detail;
  const [fromX, toX] = isNear ? [x - AROUND, x + AROUND] : [-REACH, REACH];
  const [fromY, toY] = isNear ? [y - AROUND, y + AROUND] : [-REACH, REACH];
  for (let dy = Math.max(fromY, -top); dy <= Math.min(toY, bottom); dy++)
    for (let dx = Math.max(fromX, -left); dx <= Math.min(toX, right); dx++) {
      const sum = difference(reference, photo, left, top, dx, dy, best);
      if (sum < best) {
        bestX = dx;
        bestY = dy;
        best = sum;
      }
    }
  return {
    ...{ x: left + SIDE / 2 - width / 2, y: top + SIDE / 2 - height / 2, dx: bestX, dy: bestY },
  };
}

function detailIn({ width, data }: DetailPicture, left: number, top: number): number {
  let [sum, square] = [0, 0];
  for (let y = top; y < top + SIDE; y++)
    for (let x = left; x < left + SIDE; x++) {
      const value = data[y * width + x] as number;
      sum += value;
      square += value * value;
    }
  return square - (sum * sum) / SIDE ** 2;
}

function votes(reference: DetailPicture, photo: DetailPicture): readonly Vote[] {
  const { width, height } = reference;
  const blocks: Block[] = [];
  for (let top = 0; top + SIDE <= height; top += SIDE)
    for (let left = 0; left + SIDE <= width; left += SIDE)
      blocks.push({ left, top, detail: detailIn(reference, left, top) });
  const middle = blocks.map(({ detail }) => detail).sort((a, b) => a - b)[blocks.length >> 1] ?? 0;
  const able = blocks.filter(({ detail }) => detail >= middle * LEAST_DETAIL);
  // From everywhere: they stand in rows.
  const every = Math.max(1, able.length / MOST_BLOCKS);
  let last: Pick<Vote, 'dx' | 'dy'> = { dx: 0, dy: 0 };
  return Array.from({ length: Math.floor(able.length / every) }, (_, i) => {
    const vote = findBlock(reference, photo, able[Math.floor(i * every)] as Block, last);
    last = vote;
    return vote;
  });
}

/** The similarity that takes two blocks to where they were found. */
function throughTwo(a: Vote, b: Vote): Similarity {
  const [u, v] = [b.x - a.x, b.y - a.y];
  const [s, t] = [u + b.dx - a.dx, v + b.dy - a.dy];
  const square = u * u + v * v;
  const cos = (u * s + v * t) / square;
  const sin = (u * t - v * s) / square;
  return {
    turn: Math.atan2(sin, cos),
    growth: Math.log(Math.hypot(cos, sin)),
    dx: a.x + a.dx - (cos * a.x - sin * a.y),
    dy: a.y + a.dy - (sin * a.x + cos * a.y),
  };
}

/** How many blocks agree with a similarity. */
function agreeing(all: readonly Vote[], { dx, dy, turn, growth }: Similarity): number {
  const scale = Math.exp(growth);
  const [cos, sin] = [scale * Math.cos(turn), scale * Math.sin(turn)];
  let count = 0;
  for (const vote of all) {
    const x = cos * vote.x - sin * vote.y + dx - vote.x - vote.dx;
    const y = sin * vote.x + cos * vote.y + dy - vote.y - vote.dy;
    if (x * x + y * y < NEAR * NEAR) count++;
  }
  return count;
}

/** Turns and growths beyond these are no stand that was bumped. */
const LIKELY = { turn: 0.07, growth: 0.05 };

/**
 * A few similarities that blocks of a small picture agree on, those that most do first: blocks vote where they went, each by itself, so
 * that a large subject that moves all together is one answer among others. The last is that nothing moved.
 */
export function likelyStarts(
  reference: DetailPicture,
  photo: DetailPicture,
  count: number,
  next: () => number,
): readonly Similarity[] {
  const all = votes(reference, photo);
  const pick = (): Vote => all[Math.floor(next() * all.length)] as Vote;
  const found: { readonly similarity: Similarity; readonly agree: number }[] = [];
  for (let i = 0; i < PAIRS && all.length > 1; i++) {
    const [a, b] = [pick(), pick()];
    // Too near each other they tell no turn.
    if (Math.hypot(a.x - b.x, a.y - b.y) < 3 * SIDE) continue;
    const similarity = throughTwo(a, b);
    if (Math.abs(similarity.turn) > LIKELY.turn || Math.abs(similarity.growth) > LIKELY.growth) continue;
    found.push({ similarity, agree: agreeing(all, similarity) });
  }
  found.sort((a, b) => b.agree - a.agree);
  const starts: Similarity[] = [];
  for (const { similarity } of found) {
    if (starts.length >= count) break;
    const isNew = starts.every(
      (each) =>
        Math.hypot(each.dx - similarity.dx, each.dy - similarity.dy) > 1.5 ||
        Math.abs(each.turn - similarity.turn) > 0.012,
    );
    if (isNew) starts.push(similarity);
  }
  return [...starts, { dx: 0, dy: 0, turn: 0, growth: 0 }];
}
