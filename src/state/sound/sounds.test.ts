import 'fake-indexeddb/auto';
import { expect, it, vi } from 'vitest';
import { pieceKey } from '../../engine/browser/store/sound-analysis';
import { soundPieces } from '../../engine/browser/store/stores';
import { samplesOf, useSounds } from './sounds';

it('however many sounds are in sight, the samples of each are fetched once', async () => {
  const hashes = Array.from({ length: 40 }, (_, i) => `sound-${i}`);
  for (const [i, hash] of hashes.entries())
    await soundPieces.setItem(pieceKey(hash, 0), { channels: [Float32Array.of(i, i + 0.5)] });
  const reads = vi.spyOn(soundPieces, 'getItem');
  // As the lanes do: all is drawn again when something came.
  let drawn: (number | undefined)[] = [];
  const draw = (): void => {
    drawn = hashes.map((hash) => samplesOf(hash, 1, 2)?.[0]?.[0]);
  };
  const stop = useSounds.subscribe(draw);
  draw();
  await vi.waitFor(() => expect(drawn).toEqual(hashes.map((_, i) => i + 0.5)));
  for (let i = 0; i < 5; i++) {
    draw();
    await new Promise((resolve) => setTimeout(resolve, 10));
  }
  stop();
  expect(reads).toHaveBeenCalledTimes(hashes.length);
});
