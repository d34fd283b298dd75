/** Reads the sources for all texts that people may read: on the screen, in notes, for a screen reader. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';

/** A text of the sources; `{}` stands for what is put in when it is shown. */
export interface Text {
  readonly file: string;
  /** Counted from 1. */
  readonly line: number;
  readonly words: string;
}

/** Attributes and calls whose strings are for the machine. */
const FOR_THE_MACHINE =
  /^(className|data-.*|key|id|htmlFor|type|role|d|viewBox|points|transform|href|src|accept)$/;
const CALLS_FOR_THE_MACHINE =
  /^(require|import|querySelector|querySelectorAll|closest|getElementById|addEventListener|RangeError|TypeError|fetch|Worker|URL|pattern|matchMedia)$/;

/** Properties that hold what people type, not what they read. */
const TYPED = /^(also|mainly)$/;

const isCode = (node: ts.Node): boolean =>
  ts.isImportDeclaration(node) ||
  ts.isExportDeclaration(node) ||
  ts.isTypeNode(node) ||
  (ts.isPropertyAssignment(node) && TYPED.test(node.name.getText())) ||
  (ts.isJsxAttribute(node) && FOR_THE_MACHINE.test(node.name.getText()));

function isForTheMachine(node: ts.Node): boolean {
  if (!ts.isCallExpression(node) && !ts.isNewExpression(node)) return false;
  const called = node.expression;
  const name = ts.isPropertyAccessExpression(called) ? called.name.text : called.getText();
  return CALLS_FOR_THE_MACHINE.test(name);
}

/** A template's words, `{}` for what is put in. */
const wordsOf = (node: ts.TemplateExpression): string =>
  node.head.text + node.templateSpans.map(({ literal }) => `{}${literal.text}`).join('');

/** Whether a string reads as words: a name that begins with a capital, or more than one word. */
const isWords = (words: string): boolean =>
  /\p{L}{2}/u.test(words) && (/^\P{L}*\p{Lu}\p{Ll}/u.test(words) || /\p{L}[,.:;]? \p{L}/u.test(words));

/** All texts of a file, in its order. */
export function textsOf(file: string): readonly Text[] {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  const texts: Text[] = [];
  const add = (node: ts.Node, words: string): void => {
    const told = words.replace(/\s+/g, ' ').trim();
    const { line } = source.getLineAndCharacterOfPosition(node.getStart());
    if (isWords(told) || (ts.isJsxText(node) && /\p{L}{2}/u.test(told)))
      texts.push({ file, line: line + 1, words: told });
  };
  const visit = (node: ts.Node): void => {
    if (isCode(node) || isForTheMachine(node)) return;
    if (ts.isJsxText(node) || ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node))
      add(node, node.text);
    if (ts.isTemplateExpression(node)) add(node, wordsOf(node));
    ts.forEachChild(node, visit);
  };
  visit(source);
  return texts;
}

/** The source files of some folders, without tests. */
export const sourcesIn = (folders: readonly string[]): readonly string[] =>
  folders.flatMap((folder) =>
    readdirSync(folder, { recursive: true, encoding: 'utf8' })
      .filter(
        (name) => /\.tsx?$/.test(name) && !/\.test\.|\.d\.ts$|random-|assembly\/|-binary\.ts$/.test(name),
      )
      .map((name) => join(folder, name)),
  );
