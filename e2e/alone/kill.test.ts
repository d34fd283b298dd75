import { testKills } from '../kills';

testKills(['edits', 'import'], 1);
