import { STAGES, type Stage } from './workbench';

/** Where the address points: the shelf, or a stage of a film. */
export type Route =
  { readonly kind: 'shelf' } | { readonly kind: 'film'; readonly id: string; readonly stage: Stage };

export const isStage = (text: string): text is Stage => (STAGES as readonly string[]).includes(text);

/** Reads an address such as `/film/<id>/time`; undefined for `/` and all else, where the last film is wanted. */
export function readRoute(path: string): Route | undefined {
  if (path === '/films') return { kind: 'shelf' };
  const parts = /^\/film\/([\w-]{1,64})\/(\w+)\/?$/.exec(path);
  const [, id, stage] = parts ?? [];
  return id && stage && isStage(stage) ? { kind: 'film', id, stage } : undefined;
}

export const pathOf = (route: Route): string =>
  route.kind === 'shelf' ? '/films' : `/film/${route.id}/${route.stage}`;
