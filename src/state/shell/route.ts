import { isStage, type Stage } from './stages';

/** Where the address points: the shelf, or a stage of a film. */
export type Route =
  { readonly kind: 'shelf' } | { readonly kind: 'film'; readonly id: string; readonly stage: Stage };

/** Reads an address such as `/film/<id>/time`; undefined for `/` and all else, where the last film is wanted. */
export function readRoute(path: string): Route | undefined {
  if (path === '/films') return { kind: 'shelf' };
  const parts = /^\/film\/([\w-]{1,64})\/(\w+)\/?$/.exec(path);
  const [, id, stage] = parts ?? [];
  return id && stage && isStage(stage) ? { kind: 'film', id, stage } : undefined;
}

/** The address of a route. */
export const pathOf = (route: Route): string =>
  route.kind === 'shelf' ? '/films' : `/film/${route.id}/${route.stage}`;

/** Puts a route into the address bar, as a new step of the browser's history or in place of this one. */
export function showRoute(route: Route, how: 'push' | 'replace' | 'stay'): void {
  if (how === 'stay' || location.pathname === pathOf(route)) return;
  history[how === 'push' ? 'pushState' : 'replaceState'](null, '', pathOf(route));
}
