/**
 * Listens to the demo film by measuring: `npx tsx demo/listen.ts` mixes it, tells its loudness and what ffmpeg says of it, and
 * draws waveform and loudness over time into docs/demo-mix.svg.
 */
import { writeFileSync } from 'node:fs';
import { scaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';
import { placeCues } from '../src/core/film/cue-place';
import { scheduleOf } from '../src/core/film/schedule';
import { LoudnessMeter, type Loudness } from '../src/core/sound/loudness';
import { planMix } from '../src/core/mix/mix-plan';
import { MIX_BLOCK, mixBlock } from '../src/core/mix/mixer';
import { SAMPLE_RATE } from '../src/core/time/frames';
import { ffmpegLoudness } from './ffmpeg-loudness';
import { demoFilm } from './film';
import { wavSamples } from './wav-samples';

const [WIDTH, HEIGHT, LEFT, RIGHT] = [1200, 470, 56, 12];
/** The waveform, and the loudness below it, from top to bottom. */
const WAVE = [52, 232] as const;
const LOUDNESS = [262, 430] as const;

const { film, originals } = await demoFilm();

const sounds = new Map(
  film.sounds.map(({ hash }) => [hash, wavSamples(Buffer.from(originals.get(hash) ?? []))]),
);
const plan = planMix(film);
const meter = new LoudnessMeter();
const mix = new Float32Array(2 * plan.length);
const readings: { readonly at: number; readonly read: Loudness }[] = [];
for (let block = 0; block * MIX_BLOCK < plan.length; block++) {
  const begins = block * MIX_BLOCK;
  const sides = mixBlock(plan, block, (hash, from, to) => [
    sounds.get(hash)?.subarray(from, to) ?? new Float32Array(to - from),
  ]);
  const count = Math.min(MIX_BLOCK, plan.length - begins);
  // Two readings a block: ten a second.
  for (const [from, to] of [
    [0, Math.min(count, MIX_BLOCK / 2)],
    [Math.min(count, MIX_BLOCK / 2), count],
  ] as const) {
    meter.push(sides.map((side) => side.subarray(from, to)));
    readings.push({ at: (begins + to) / SAMPLE_RATE, read: meter.read() });
  }
  for (let i = 0; i < count; i++) mix.set([sides[0][i] as number, sides[1][i] as number], 2 * (begins + i));
}
const seconds = plan.length / SAMPLE_RATE;
const x = scaleLinear([0, seconds], [LEFT, WIDTH - RIGHT]);
const y = scaleLinear([-1, 1], [WAVE[1], WAVE[0]]);
const loud = scaleLinear([-40, -6], [LOUDNESS[1], LOUDNESS[0]]).clamp(true);

/** The least and the greatest sample of both sides for each pixel. */
const columns = Array.from({ length: WIDTH - LEFT - RIGHT }, (_, i) => {
  const [from, to] = [x.invert(LEFT + i), x.invert(LEFT + i + 1)].map(
    (at) => 2 * Math.round(at * SAMPLE_RATE),
  );
  const part = mix.subarray(from, to);
  return {
    at: LEFT + i,
    least: part.reduce((a, b) => Math.min(a, b), 0),
    most: part.reduce((a, b) => Math.max(a, b), 0),
  };
});
const wave = area<(typeof columns)[number]>()
  .x(({ at }) => at)
  .y0(({ least }) => y(least))
  .y1(({ most }) => y(most))(columns);
const curve = (key: 'momentary' | 'shortTerm'): string | null =>
  line<(typeof readings)[number]>()
    .defined(({ read }) => Number.isFinite(read[key]))
    .x(({ at }) => x(at))
    .y(({ read }) => loud(read[key]))(readings);

const text = (at: number, down: number, words: string, extra = ''): string =>
  `<text x="${at.toFixed(1)}" y="${down}" ${extra}>${words.replaceAll(/(?<![\w])-(?=\d)/g, '−')}</text>`;
const rule = (from: string, extra: string): string => `<path d="${from}" fill="none" ${extra}/>`;
const marks = placeCues(film).map(({ start, sound }, i) => {
  const at = x(start / SAMPLE_RATE);
  return (
    rule(`M${at.toFixed(1)} 34V${WAVE[1]}`, 'stroke="#c23a2b" stroke-dasharray="2 3"') +
    text(at + 3, i % 2 ? 46 : 34, sound.name.replace('.wav', ''))
  );
});
const { frames } = scheduleOf(film);
const { integrated, truePeak, mostMomentary, mostShortTerm } = meter.read();
const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${HEIGHT}" font-family="system-ui, sans-serif" font-size="12" fill="#2a2320">
<rect width="${WIDTH}" height="${HEIGHT}" fill="#f3ead9"/>
${text(LEFT, 18, `The mix of the demo film: ${frames} frames, ${integrated.toFixed(1)} LUFS, true peak ${truePeak.toFixed(1)} dBTP`, 'font-size="14" font-weight="600"')}
<path d="${wave ?? ''}" fill="#1c6269"/>
${[-1, 0, 1].map((level) => rule(`M${LEFT} ${y(level)}H${WIDTH - RIGHT}`, 'stroke="#b9a37c"') + text(LEFT - 8, y(level) + 4, String(level), 'text-anchor="end"')).join('\n')}
${marks.join('\n')}
${[-40, -30, -23, -16, -10].map((level) => rule(`M${LEFT} ${loud(level)}H${WIDTH - RIGHT}`, level === -16 ? 'stroke="#c23a2b"' : 'stroke="#ddcdb0"') + text(LEFT - 8, loud(level) + 4, String(level), 'text-anchor="end"')).join('\n')}
${rule(curve('momentary') ?? '', 'stroke="#b8862b"')}
${rule(curve('shortTerm') ?? '', 'stroke="#5b2f6b" stroke-width="2.5"')}
${x
  .ticks(13)
  .map((at) => text(x(at), HEIGHT - 22, `${at} s`, 'text-anchor="middle"'))
  .join('\n')}
${text(LEFT, HEIGHT - 6, 'Loudness in LUFS: momentary (brass) and short-term (plum), ITU-R BS.1770-4; the red line is −16. Red above: where cues begin.')}
</svg>
`;
writeFileSync('docs/demo-mix.svg', svg);

const theirs = ffmpegLoudness(mix);
console.log(
  `integrated ${integrated.toFixed(2)} LUFS, loudest momentary ${mostMomentary.toFixed(1)}, short-term ${mostShortTerm.toFixed(1)}, true peak ${truePeak.toFixed(2)} dBTP`,
);
console.log(
  `ffmpeg: integrated ${theirs.integrated} LUFS, true peak ${theirs.truePeak} dBFS, range ${theirs.range} LU`,
);
