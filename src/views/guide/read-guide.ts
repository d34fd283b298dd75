import { marked } from 'marked';

/** A chapter of the guide. */
export interface Chapter {
  readonly heading: string;
  /** Its text as HTML. */
  readonly html: string;
}

/** Chapters that belong to one stage, or to films. */
export interface GuidePart {
  readonly heading: string;
  readonly chapters: readonly Chapter[];
}

/**
 * Parses `docs/guide.md`: parts are headed by `##`, their chapters by `###`. Text before the first part is skipped.
 *
 * @example readGuide('## Mend\n\n### Light\n\nTakes **flicker** out.')[0]?.chapters[0]?.html // '<p>Takes <strong>flicker</strong> out.</p>\n'
 */
export const readGuide = (text: string): readonly GuidePart[] =>
  text
    .split(/^## /m)
    .slice(1)
    .map((part) => {
      const [heading = '', ...chapters] = part.split(/^### /m);
      return {
        heading: heading.trim(),
        chapters: chapters.map((chapter) => {
          const end = chapter.indexOf('\n');
          return {
            heading: chapter.slice(0, end).trim(),
            html: marked.parse(chapter.slice(end), { async: false }),
          };
        }),
      };
    });
