import { testKills } from '../kills';

testKills(['edits', 'import', 'opening', 'recording', 'printing', 'painting', 'shoot', 'drawings'], 2);
