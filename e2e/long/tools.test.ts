// All that these try, where `npm test` tries some.
import '../paint.test';
import '../steady.test';
import '../framing.test';
import '../shoot-ways.test';
import '../shoot-film.test';
import '../key.test';
import '../mend.test';
