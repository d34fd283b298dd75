/**
 * Where a key counts: anywhere, in Shoot, where the big picture is, where the film is played, in Sound or Mend alone, where poses are chosen, where they are changed,
 * over chosen cues, over the table of what came in, or in the tray.
 */
export type KeyPlace =
  | 'anywhere'
  | 'shoot'
  | 'looking'
  | 'playing'
  | 'sound'
  | 'mend'
  | 'choosing'
  | 'poses'
  | 'cues'
  | 'table'
  | 'tray';
