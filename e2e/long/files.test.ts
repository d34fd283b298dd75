// All that these try, where `npm test` tries some.
import '../formats.test';
import '../bad-input.test';
import '../sort.test';
import '../picture.test';
