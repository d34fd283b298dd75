export function assemble(): Promise<string>;
