import { createCanvas, Path2D, type Canvas, type SKRSContext2D } from '@napi-rs/canvas';
import { randomFrom } from './random';

export type Ink = SKRSContext2D;

const TILE = 512;

/** Smooth noise from 0 to 1 that repeats after `TILE` pixels, its hills `across` wide and `down` high (powers of two). */
type Noise = (x: number, y: number, across: number, down: number) => number;

function tileNoise(seed: number): Noise {
  const lattice = Float32Array.from({ length: TILE * TILE }, randomFrom(seed));
  return (x, y, across, down) => {
    const [columns, rows] = [TILE / across, TILE / down];
    const at = (i: number, j: number): number => lattice[(j % rows) * TILE + (i % columns)] as number;
    const [i, j] = [Math.floor(x / across), Math.floor(y / down)];
    const [u, v] = [x / across - i, y / down - j];
    const [a, b] = [u * u * (3 - 2 * u), v * v * (3 - 2 * v)];
    return (
      (at(i, j) * (1 - a) + at(i + 1, j) * a) * (1 - b) + (at(i, j + 1) * (1 - a) + at(i + 1, j + 1) * a) * b
    );
  };
}

/** A texture that is laid over every piece: grey around one half, read as lighter or darker. */
function texture(value: (x: number, y: number) => number): Canvas {
  const canvas = createCanvas(TILE, TILE);
  const ink = canvas.getContext('2d');
  const image = ink.createImageData(TILE, TILE);
  for (let y = 0; y < TILE; y++) {
    for (let x = 0; x < TILE; x++) {
      const grey = Math.max(0, Math.min(255, 255 * value(x, y)));
      image.data.set([grey, grey, grey, 255], (y * TILE + x) * 4);
    }
  }
  ink.putImageData(image, 0, 0);
  return canvas;
}

const fibres = tileNoise(7);
const speck = randomFrom(11);
const PAPER = texture(
  (x, y) =>
    0.5 +
    0.16 * (fibres(x, y, 2, 2) - 0.5) +
    0.16 * (fibres(x, y, 8, 4) - 0.5) +
    0.12 * (fibres(x, y, 32, 32) - 0.5) +
    0.1 * (speck() - 0.5),
);

const grain = tileNoise(19);
const WOOD = texture((x, y) => {
  const ring = Math.sin((y / TILE) * Math.PI * 2 * 23 + 12 * grain(x, y, 128, 32));
  return 0.5 + 0.3 * (grain(x, y, 64, 2) - 0.5) + 0.05 * ring + 0.08 * (grain(x, y, 2, 1) - 0.5);
});

export type Material = 'paper' | 'wood';

export interface Cut {
  readonly fill: string;
  readonly material?: Material;
  /** Height over what lies below, in pixels: how far and how soft the shadow falls. */
  readonly lift?: number;
  /** A thin lighter edge, as cut card shows. */
  readonly edge?: boolean;
}

/** The box in pixels that a path covers on the picture, with room for its edge. */
function boxOf(ink: Ink, path: Path2D): { x: number; y: number; width: number; height: number } {
  const [left, top, right, bottom] = path.getBounds();
  const matrix = ink.getTransform();
  const corners = [
    [left, top],
    [right, top],
    [left, bottom],
    [right, bottom],
  ].map(
    ([x = 0, y = 0]) =>
      [matrix.a * x + matrix.c * y + matrix.e, matrix.b * x + matrix.d * y + matrix.f] as const,
  );
  const clamp = (value: number, most: number): number => Math.min(most + 60, Math.max(-60, value));
  const xs = corners.map(([x]) => clamp(x, ink.canvas.width));
  const ys = corners.map(([, y]) => clamp(y, ink.canvas.height));
  const [x, y] = [Math.floor(Math.min(...xs)) - 4, Math.floor(Math.min(...ys)) - 4];
  return { x, y, width: Math.ceil(Math.max(...xs)) + 4 - x, height: Math.ceil(Math.max(...ys)) + 4 - y };
}

/** Lays a cut shape on the set: textured, with an edge and a soft shadow to the lower right. */
export function lay(ink: Ink, path: Path2D, { fill, material = 'paper', lift = 5, edge = true }: Cut): void {
  const box = boxOf(ink, path);
  const matrix = ink.getTransform();
  const piece = createCanvas(box.width, box.height);
  const pieceInk = piece.getContext('2d');
  const place = (target: Ink): void =>
    target.setTransform(matrix.a, matrix.b, matrix.c, matrix.d, matrix.e - box.x, matrix.f - box.y);
  place(pieceInk);
  pieceInk.fillStyle = fill;
  pieceInk.fill(path);
  pieceInk.globalCompositeOperation = 'source-atop';
  if (edge) {
    pieceInk.strokeStyle = 'rgba(255,250,235,0.35)';
    pieceInk.lineWidth = 3;
    pieceInk.stroke(path);
  }
  // The texture in the shape of the piece: soft light darkens and lightens around grey.
  const over = createCanvas(box.width, box.height);
  const overInk = over.getContext('2d');
  overInk.drawImage(piece, 0, 0);
  overInk.globalCompositeOperation = 'source-in';
  place(overInk);
  const pattern = overInk.createPattern(material === 'wood' ? WOOD : PAPER, 'repeat');
  if (!pattern) throw new Error('no pattern');
  overInk.fillStyle = pattern;
  overInk.fillRect(-4000, -4000, 8000, 8000);
  pieceInk.setTransform(1, 0, 0, 1, 0, 0);
  pieceInk.globalCompositeOperation = 'soft-light';
  pieceInk.globalAlpha = material === 'wood' ? 0.9 : 0.75;
  pieceInk.drawImage(over, 0, 0);
  // The cost of a shadow goes by the size of the canvas it falls on: it is made on a small one first.
  const margin = Math.ceil(lift * 4);
  const shaded = createCanvas(box.width + 2 * margin, box.height + 2 * margin);
  const shadedInk = shaded.getContext('2d');
  if (lift > 0) {
    shadedInk.shadowColor = 'rgba(22,10,24,0.55)';
    shadedInk.shadowBlur = lift * 2.2;
    shadedInk.shadowOffsetX = lift * 0.7;
    shadedInk.shadowOffsetY = lift;
  }
  shadedInk.drawImage(piece, margin, margin);
  ink.save();
  ink.setTransform(1, 0, 0, 1, 0, 0);
  ink.drawImage(shaded, box.x - margin, box.y - margin);
  ink.restore();
}

/** A path from SVG path data. */
export const shape = (data: string): Path2D => new Path2D(data);

export const rectangle = (x: number, y: number, width: number, height: number, round = 0): Path2D => {
  const path = new Path2D();
  if (round > 0) path.roundRect(x, y, width, height, round);
  else path.rect(x, y, width, height);
  return path;
};

export const disc = (x: number, y: number, radius: number): Path2D => {
  const path = new Path2D();
  path.arc(x, y, radius, 0, Math.PI * 2);
  return path;
};

/** Light that falls softly around a point, laid over everything below. */
export function glow(ink: Ink, x: number, y: number, radius: number, colour: string, strength: number): void {
  if (strength <= 0) return;
  ink.save();
  ink.globalCompositeOperation = 'screen';
  ink.globalAlpha = Math.min(1, strength);
  const light = ink.createRadialGradient(x, y, 0, x, y, radius);
  light.addColorStop(0, colour);
  light.addColorStop(0.35, `${colour}88`);
  light.addColorStop(1, `${colour}00`);
  ink.fillStyle = light;
  ink.fillRect(x - radius, y - radius, radius * 2, radius * 2);
  ink.restore();
}
