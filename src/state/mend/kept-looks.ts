import { create } from 'zustand';
import { asName } from '../../core/film/bounds';
import type { Look } from '../../core/picture/colour/colour-steps';
import { newId } from '../../engine/browser/new-id';
import { keepLooks, keptLooks, MOST_LOOKS, type KeptLook } from '../../engine/browser/store/look-repository';
import { sayFault } from '../shell/say-fault';
import { tell } from '../shell/shell';
import { setLook } from './looks';

/** Looks that are kept in this browser for other films; undefined until they are read. */
export const useKeptLooks = create<{ readonly looks: readonly KeptLook[] | undefined }>(() => ({
  looks: undefined,
}));

/** Reads them. */
export async function readKeptLooks(): Promise<void> {
  useKeptLooks.setState({ looks: await keptLooks().catch(() => []) });
}

async function keep(looks: readonly KeptLook[]): Promise<void> {
  useKeptLooks.setState({ looks });
  await keepLooks(looks);
}

/** Keeps a stack under a name, in place of one that had it. */
export async function keepLook(typed: string, look: Look): Promise<void> {
  const name = asName(typed.trim());
  const others = (await keptLooks()).filter((each) => each.name !== name);
  if (others.length >= MOST_LOOKS) return tell(`${MOST_LOOKS} looks are saved already. Delete one first.`);
  const looks = [...others, { name, look }].sort((a, b) => a.name.localeCompare(b.name));
  await keep(looks).then(() => tell(`“${name}” is saved for other films.`, 'done'), sayFault);
}

/** Sets a kept stack. */
export function takeLook({ name, look }: KeptLook): void {
  setLook(
    look.map((step) => ({ ...step, id: newId() })),
    `“${name}”`,
  );
}

/** Throws a kept stack away; films that have it keep it. */
export async function dropLook(name: string): Promise<void> {
  const left = (await keptLooks()).filter((each) => each.name !== name);
  await keep(left).then(
    () => tell(`“${name}” is deleted. Films that use it still have it.`, 'done'),
    sayFault,
  );
}
