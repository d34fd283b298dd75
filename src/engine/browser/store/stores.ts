import localforage from 'localforage';

// A database each: stores added to one database raise its version under the feet of workers that have it open.
const store = (storeName: string): LocalForage =>
  localforage.createInstance({ name: `kermis-${storeName}`, storeName, driver: localforage.INDEXEDDB });

/** Film documents by film id. */
export const films = store('films');
/** What was done to each film: an index by film id, and steps by film id and number. */
export const histories = store('histories');
/** Where the person was in each film, by film id. */
export const places = store('places');
/** Originals, byte for byte, by hash of their bytes; shared by all films. */
export const originals = store('originals');
/** Pictures to play, at most 960 wide, by hash of the original. */
export const previews = store('previews');
/**
 * Small pictures for tickets and the tray, by hash of the original: plain bytes, which the database keeps within
 * itself, where each blob is a file of its own.
 */
export const thumbnails = store('thumbnails');
/** What is drawn and found of each sound, by hash of the original. */
export const soundAnalyses = store('sound-looks');
/** Sounds at 48 kHz in pieces, by hash of the original and number of the piece. */
export const soundPieces = store('sound-pieces');
/** Recordings, by id, until they are thrown away. */
export const takes = store('takes');
/** Their samples as they came, half a second at a time, by id of the take and number of the piece. */
export const takePieces = store('take-pieces');
/** Photos that were taken and are not in their film yet, by id of the film and of the photo. */
export const shots = store('shots');
/** What lies over the live picture to shoot by, by film id. */
export const references = store('references');
/** Where films came from that were opened from a file, and whether all of them is here, by film id. */
export const arrivals = store('arrivals');
/** What is kept for the browser as a whole, such as the film that was open last. */
export const desk = store('desk');
/** Photos that came in and are not laid out yet, by film id. */
export const intakes = store('intakes');
/** Parts of prints as they were encoded, by what they show, and how; for the next print. */
export const printPieces = store('print-pieces');
/** How large each of them is, and when it was used last. */
export const pieceUses = store('piece-uses');
/** Prints that wait, broke off, or are finished, by id. */
export const prints = store('prints');
