// All that these try, where `npm test` tries some.
import '../print.test';
import '../print-kinds.test';
import '../print-places.test';
