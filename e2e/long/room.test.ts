// All that these try, where `npm test` tries some.
import '../room.test';
import '../access.test';
