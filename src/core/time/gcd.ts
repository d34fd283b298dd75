/** The greatest common divisor of two whole numbers from 0 up. */
export const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
