/** Where a key counts: anywhere, in stages Time and Sound, in Sound alone, over chosen cues, over the table of what came in, or in the tray. */
export type KeyPlace = 'anywhere' | 'playing' | 'sound' | 'poses' | 'cues' | 'table' | 'tray';
