/** The zeros of scripts whose digits are typed; those from 1 to 9 follow each (Unicode 16, general category Nd). */
const ZEROS = [0x660, 0x6f0, 0x966, 0x9e6, 0xe50, 0xff10];

const FRACTIONS: Readonly<Record<string, number>> = { '½': 0.5, '¼': 0.25, '¾': 0.75 };

/**
 * Text with its numbers as they are read here, whoever typed them: digits of any script as 0 to 9, a point before decimals
 * where a comma or ٫ stands between digits, a plain minus, and ½, ¼ and ¾ as decimals.
 */
export function plainNumbers(text: string): string {
  const digits = text.replace(/\p{Nd}/gu, (digit) => {
    const code = digit.codePointAt(0) ?? 0;
    const zero = ZEROS.find((each) => code >= each && code <= each + 9);
    return zero === undefined ? digit : String(code - zero);
  });
  return digits
    .replace(/(\d+)?\s?([½¼¾])/g, (_, whole: string | undefined, part: string) =>
      String(Number(whole ?? 0) + (FRACTIONS[part] ?? 0)),
    )
    .replace(/(^|\d)[,٫](?=\d)/g, '$1.')
    .replace(/[−–]/g, '-')
    .trim();
}

/** A whole number whose thousands are set apart by spaces, points, commas or apostrophes, without those. */
export function withoutThousands(text: string): string {
  const typed = text.trim();
  return /^\d{1,3}(?:[ .,'’\u00a0\u202f]\d{3})+$/.test(typed) ? typed.replace(/\D/g, '') : typed;
}
