import { testKills } from '../kills';

testKills(['edits', 'import', 'opening', 'recording', 'printing', 'painting'], 2);
