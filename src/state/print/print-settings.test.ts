import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Film } from '../../core/film/film';
import { filmOf, withStoredIds } from '../../core/film/random-films';
import { planOrders, type PlannedOrder } from '../../core/print/plan-orders';
import { PLAIN_PRINT, type PrintSettings } from '../../core/print/print-settings';
import type { FinishedPrint } from '../../engine/browser/store/print-repository';
import { desk } from '../../engine/browser/store/stores';
import { freshFolder, pickFolder } from '../../engine/browser/out/write-out';
import { pickFile } from '../../engine/browser/print/pick-file';
import { openForTest } from '../document/open-for-test';
import { said } from '../shell/said-for-test';
import { setShell } from '../shell/shell';
import { useFinishedPrints } from './finished-prints';
import { printAgain } from './print-again';
import { printLater, type Picked } from './print-queue';
import {
  experienceKey,
  forgetPurpose,
  keepPurpose,
  learn,
  restorePrintSettings,
  setPiecesRoom,
  setPrint,
  takePurpose,
  usePrintSettings,
} from './print-settings';
import { printToDisk } from './print-to-disk';
import { ToldError } from '../../core/time/told-error';

vi.mock('./print-queue', () => ({ printLater: vi.fn() }));
vi.mock('../../engine/browser/print/pick-file', () => ({ pickFile: vi.fn() }));
vi.mock('../../engine/browser/out/write-out', () => ({ freshFolder: vi.fn(), pickFolder: vi.fn() }));

const film: Film = withStoredIds({ ...filmOf([[2, 3], [4]]), title: 'Fair' });
const orders = (settings: Partial<PrintSettings> = {}): readonly PlannedOrder[] =>
  planOrders(film, { of: 'film' }, { ...PLAIN_PRINT, ...settings }, new Date(2026, 0, 1), new Set());
const settings = (): PrintSettings => usePrintSettings.getState().settings;
/** As another tab finds it. */
async function anew(): Promise<void> {
  await vi.waitFor(async () =>
    expect(await desk.getItem('print')).toMatchObject({ piecesRoom: usePrintSettings.getState().piecesRoom }),
  );
  usePrintSettings.setState(usePrintSettings.getInitialState(), true);
  await restorePrintSettings();
}

beforeEach(async () => {
  for (const each of [printLater, pickFile, freshFolder, pickFolder]) vi.mocked(each).mockReset();
  await desk.clear();
  usePrintSettings.setState(usePrintSettings.getInitialState(), true);
  useFinishedPrints.setState({ prints: [] });
  setShell({ notices: [] });
});

describe('how prints are set', () => {
  it('is there another day; what is not said is not there', async () => {
    setPrint({ kind: 'webm', rate: { num: 25, den: 1 }, bitrate: 400_000 });
    setPrint({ bitrate: undefined });
    setPiecesRoom(8e9);
    await anew();
    expect(settings()).toEqual({ ...PLAIN_PRINT, kind: 'webm', rate: { num: 25, den: 1 } });
    expect('bitrate' in settings()).toBe(false);
  });

  it('that cannot be read is as at first', async () => {
    await desk.setItem('print', { settings: { ...PLAIN_PRINT, kind: 'wax cylinder' }, piecesRoom: 1 });
    await restorePrintSettings();
    expect(usePrintSettings.getState()).toEqual(usePrintSettings.getInitialState());
  });

  it('is kept under a name, taken up again with the names of files left as they are, and forgotten', async () => {
    setPrint({ kind: 'gif', runs: 3 });
    keepPurpose('For the wall');
    setPrint({ runs: 5 });
    keepPurpose('For the wall');
    keepPurpose('Other');
    expect(usePrintSettings.getState().purposes.map(({ name }) => name)).toEqual(['For the wall', 'Other']);
    setPrint({ kind: 'mp4', runs: 0, pattern: '{film} {date}', eachScene: true });
    await anew();
    const [purpose] = usePrintSettings.getState().purposes;
    if (purpose) takePurpose(purpose);
    expect(settings()).toMatchObject({ kind: 'gif', runs: 5, pattern: '{film} {date}', eachScene: true });
    forgetPurpose('For the wall');
    expect(usePrintSettings.getState().purposes.map(({ name }) => name)).toEqual(['Other']);
    for (let i = 0; i < 120; i++) keepPurpose(`Purpose ${i}`);
    expect(usePrintSettings.getState().purposes).toHaveLength(100);
  });

  it('is forecast by what prints of the kind took, a tenth to ten times at most', () => {
    learn(PLAIN_PRINT, { bytes: 1000, seconds: 10 }, { bytes: 1500, seconds: 5 });
    learn({ ...PLAIN_PRINT, kind: 'gif' }, { bytes: 1000, seconds: 10 }, { bytes: 1e9, seconds: 0 });
    expect(usePrintSettings.getState().experience).toEqual({
      [experienceKey(PLAIN_PRINT)]: { bytes: 1.5, seconds: 0.5 },
      [experienceKey({ ...PLAIN_PRINT, kind: 'gif' })]: { bytes: 10, seconds: 0.1 },
    });
  });
});

describe('a print straight to the disk', () => {
  const file = { name: 'picked' } as unknown as FileSystemFileHandle;
  const folderNamed = (name: string): FileSystemDirectoryHandle =>
    ({ name }) as unknown as FileSystemDirectoryHandle;
  /** The files and folders that the last call of `printLater` chose, one for each order. */
  const places = async (): Promise<readonly (Picked | undefined)[]> => {
    const [given = [], place] = vi.mocked(printLater).mock.calls.at(-1) ?? [];
    return Promise.all(given.map(async (order) => place?.(order)));
  };
  beforeEach(() => {
    vi.mocked(pickFile).mockResolvedValue(file);
    vi.mocked(pickFolder).mockResolvedValue(folderNamed('Films'));
    vi.mocked(freshFolder).mockImplementation((parent, name) =>
      Promise.resolve(folderNamed(`${parent.name}/${name}`)),
    );
  });

  it('is one file under the name that was given', async () => {
    await printToDisk(orders());
    expect(vi.mocked(pickFile).mock.calls).toEqual([['Fair.mp4', 'video/mp4', '.mp4']]);
    expect(await places()).toEqual([{ file }]);
    expect(pickFolder).not.toHaveBeenCalled();
  });

  it('is a folder of its own for several files, and one for each where they are pictures', async () => {
    await printToDisk(orders({ eachScene: true }));
    expect(await places()).toEqual([
      { folder: { name: 'Films/Fair scenes' } },
      { folder: { name: 'Films/Fair scenes' } },
    ]);
    await printToDisk(orders({ kind: 'png' }));
    expect((await places()).map((each) => each?.folder?.name)).toEqual([
      `Films/${orders({ kind: 'png' })[0]?.fileName.replace(/\.[^.]*$/, '') ?? ''}`,
    ]);
  });

  it('is none where nothing was picked or there is nothing to print; what cannot be written is told', async () => {
    vi.mocked(pickFile).mockResolvedValue(undefined);
    vi.mocked(pickFolder).mockResolvedValue(undefined);
    await printToDisk([]);
    await printToDisk(orders());
    await printToDisk(orders({ kind: 'png' }));
    expect(printLater).not.toHaveBeenCalled();
    vi.mocked(pickFile).mockRejectedValue(new ToldError('The disk is write-protected.'));
    await printToDisk(orders());
    expect(said()).toBe('It cannot be saved there. The disk is write-protected. Choose another place.');
  });
});

describe('a finished print that is made again', () => {
  it('is of the film as it is now, as it was set, under a free name', async () => {
    await openForTest(film);
    const print = {
      ...{ id: 'one', fileName: 'Fair.mp4', part: { of: 'film' } },
      settings: { ...PLAIN_PRINT, eachScene: true },
    } as unknown as FinishedPrint;
    useFinishedPrints.setState({ prints: [print] });
    await printAgain(print);
    const [given] = vi.mocked(printLater).mock.calls.at(-1) ?? [];
    expect(given?.map(({ fileName, settings: { eachScene } }) => [fileName, eachScene])).toEqual([
      ['Fair 2.mp4', false],
    ]);
    await printAgain({ ...print, part: { of: 'scenes', ids: ['gone'] } });
    expect(said()).toBe('The film has no frames there any more.');
    expect(printLater).toHaveBeenCalledTimes(1);
  });
});
