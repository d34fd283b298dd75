// All that these try, where `npm test` tries some.
import '../../src/core/mend/paint/paint-out.test';
import '../../src/core/picture/render.test';
