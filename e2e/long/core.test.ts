// All that these try, where `npm test` tries some.
import '../../src/core/edits/paint-edits.test';
import '../../src/core/formats/mend-document.test';
import '../../src/core/formats/svg/svg.test';
import '../../src/core/mend/paint/paint-out.test';
import '../../src/core/picture/render.test';
