export interface Assembly {
  readonly source: string;
  readonly target: string;
  readonly constant: string;
}
export const ASSEMBLIES: readonly Assembly[];
export function assemble(assembly: Assembly): Promise<string>;
