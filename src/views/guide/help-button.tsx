import CircleQuestionMark from 'lucide-react/icons/circle-question-mark';
import { IconButton } from '../../kit/button';
import { GUIDE_CHAPTERS, openGuide, type GuideChapter } from '../../state/shell/guide';

/** A question mark that opens the guide at a chapter. */
export function HelpButton({ chapter }: { readonly chapter: GuideChapter }) {
  return (
    <IconButton label={`Help: ${GUIDE_CHAPTERS[chapter]}`} onClick={() => openGuide(chapter)}>
      <CircleQuestionMark size={16} aria-hidden />
    </IconButton>
  );
}
