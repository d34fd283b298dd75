import { planOrders } from '../../core/print/plan-orders';
import type { FinishedPrint } from '../../engine/browser/store/print-repository';
import { openFilm } from '../document/document';
import { tell } from '../shell/shell';
import { useFinishedPrints } from './finished-prints';
import { printLater } from './print-queue';

/** Prints the open film, as it is now, as it was printed before: the same part, by the same settings, under a free name. */
export async function printAgain({ part, settings }: FinishedPrint): Promise<void> {
  const film = openFilm();
  if (!film) return;
  const taken = new Set(useFinishedPrints.getState().prints.map(({ fileName }) => fileName));
  const orders = planOrders(film, part, { ...settings, eachScene: false }, new Date(), taken);
  if (orders.length === 0) return tell('The film has no frames there any more.', 'wrong');
  await printLater(orders);
}
