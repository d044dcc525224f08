import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';

const ROOT = join(__dirname, '../../..');

/** Turns of phrase that no screen, paper or error uses, and words that have another one in their place. */
const AVOIDED: readonly RegExp[] = [
  /\bheld against\b/i,
  /\botherwise than\b/i,
  /\bparted by\b/i,
  /\bforetold?\b/i,
  /\bunlike\b/i,
  /\bcounts? for nothing\b/i,
  /\bsays nothing of\b/i,
  /\btells? nothing\b/i,
  /\bwould rather have\b/i,
  /\bin the school\b/i,
  /\bis not stood\b/i,
  /\bspeaks? (for|against)\b/i,
  /\bbears? on\b/i,
  /\bthere is to choose\b/i,
  /\bas (was|is) said\b/i,
  /\bmost telling\b/i,
  /\bsaid (so|plainly|beside)\b/i,
  /\bsurely\b/i,
  /\bsomebody\b/i,
  /\bat hand\b/i,
  /\bstands? (in the way|so|alike|for|beside|twice|elsewhere|between)\b/i,
  /\bto go by\b/i,
  /\btaken (for|back|up)\b/i,
  /\blooked at again\b/i,
  /\bthe very\b/i,
  /^(Who|What|Whoever|Nobody|Nothing|Whatever)\s[a-z]+(\s[a-z]+){1,6}\s(is|are|was|has|gets?|gives?|wants?|asks?|needs?)\b(?!.*\?)/,
  // Terms: method, shin angle, supported deep sit, smallest real change, likely.
  /\bschools?\b/i,
  /\bshank\b/i,
  /\bdeep hold\b/i,
  /\bdetectable change\b/i,
  /\bchance map\b/i,
  /!$/,
];
/** Papers and comments for engineers may name the shank; comments also the minimal detectable change and the rows called `school`. */
const AVOIDED_IN_DOCS = AVOIDED.filter((a) => !a.test('shank'));
const AVOIDED_IN_COMMENTS = AVOIDED_IN_DOCS.filter(
  (a) => !a.test('school') && !a.test('detectable change') && !a.test('!'),
);
const WORDS_MOST = 24;
/** Of a text with something put into it: what is longer is a sentence, and built in this package. */
const OWN_WORDS_MOST = 6;

/** What people read in a source file: literals, templates and text between tags of three words or more; values put in are left out. */
function textsIn(path: string): string[] {
  const source = ts.createSourceFile(
    path,
    readFileSync(path, 'utf8'),
    ts.ScriptTarget.Latest,
    true,
  );
  const texts: string[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) texts.push(node.text);
    else if (ts.isTemplateExpression(node))
      texts.push([node.head.text, ...node.templateSpans.map((s) => s.literal.text)].join('…'));
    else if (ts.isJsxText(node)) texts.push(node.text.replace(/\s+/g, ' ').trim());
    ts.forEachChild(node, visit);
  };
  visit(source);
  return texts.filter((text) => / [a-z]/.test(text) && text.split(/\s+/).length >= 3);
}

/** Comments of a source file, each run of lines as one text. */
const commentsIn = (path: string): string[] =>
  [...readFileSync(path, 'utf8').matchAll(/\/\*\*?([\s\S]*?)\*\/|((?:^\s*\/\/.*\n)+)/gm)].map(
    ([, block, lines]) =>
      (block ?? lines ?? '')
        .replace(/^\s*(\*|\/\/)/gm, ' ')
        .replace(/`[^`]*`/g, '…')
        .replace(/\s+/g, ' '),
  );

/** Tags and lines end a sentence as stops do. */
const sentences = (text: string): string[] => text.split(/(?<=[.!?;:])\s+|<[^>]*>|\n/);
const length = (sentence: string): number =>
  sentence.split(/\s+/).filter((word) => /[a-zA-Z]/.test(word)).length;

const FILES = [
  ...['words', 'visit', 'core', 'contract', 'formats'].map((name) => `packages/${name}/src`),
  ...['app/features', 'app/ui', 'app/app', 'page/src', 'server/src'].map((name) => `apps/${name}`),
].flatMap((folder) =>
  readdirSync(join(ROOT, folder), { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.tsx?$/.test(name) && !/\.generated\.ts$|\.d\.ts$/.test(name))
    .map((name) => `${folder}/${name}`),
);

it('finds a sentence that reads like one to avoid', () => {
  const bad = ['Feet a little unlike', 'parted by spaces', 'Open the school', 'Well done!'];
  for (const text of bad) expect([text, AVOIDED.some((a) => a.test(text))]).toEqual([text, true]);
});

it('says nothing on a screen, a paper or in an error in words we avoid', () => {
  expect(FILES.length).toBeGreaterThan(300);
  const found = FILES.flatMap((file) =>
    textsIn(join(ROOT, file))
      .flatMap(sentences)
      .filter((sentence) => AVOIDED.some((a) => a.test(sentence)))
      .map((sentence) => `${file}: ${sentence}`),
  );
  expect(found).toEqual([]);
});

it('says nothing in a comment in words we avoid', () => {
  const comments = FILES.flatMap((file) =>
    commentsIn(join(ROOT, file)).map((text) => ({ file, text })),
  );
  // Block comments and runs of lines both are found.
  expect(comments.length).toBeGreaterThan(2000);
  expect(
    comments.some(({ text }) => text.includes('Asks for the client list, once at a time')),
  ).toBe(true);
  expect(comments.some(({ text }) => text.includes('first page waits for this one'))).toBe(true);
  const found = comments.flatMap(({ file, text }) =>
    [text]
      .flatMap(sentences)
      .map((sentence) => sentence.trim())
      .filter((sentence) => AVOIDED_IN_COMMENTS.some((a) => a.test(sentence)))
      .map((sentence) => `${file}: ${sentence}`),
  );
  expect(found).toEqual([]);
});

it('says nothing in the docs in words we avoid either', () => {
  const papers = [
    'README.md',
    ...['docs', 'docs/decisions'].flatMap((folder) =>
      readdirSync(join(ROOT, folder)).map((name) => `${folder}/${name}`),
    ),
  ];
  const found = papers
    .filter((name) => name.endsWith('.md'))
    .flatMap((name) =>
      readFileSync(join(ROOT, name), 'utf8')
        // Names of files, functions and keys, and addresses, are code.
        .replace(/```[\s\S]*?```|`[^`]*`|\]\([^)]*\)/g, '…')
        .replace(/\n(?=\S)/g, ' ')
        .split('\n')
        .flatMap(sentences)
        .filter((sentence) => AVOIDED_IN_DOCS.some((a) => a.test(sentence)))
        .map((sentence) => `${name}: ${sentence.slice(0, 120)}`),
    );
  expect(found).toEqual([]);
});

it('has no sentence over 24 words', () => {
  const long = FILES.flatMap((file) =>
    textsIn(join(ROOT, file))
      .flatMap(sentences)
      .filter((sentence) => length(sentence) > WORDS_MOST)
      .map((sentence) => `${file}: ${sentence}`),
  );
  expect(long).toEqual([]);
});

it('builds every sentence with something put into it here, none in a screen', () => {
  const own = (text: string) => text.match(/[A-Za-z’]{2,}/g)?.length ?? 0;
  const inScreens = FILES.filter((file) => file.startsWith('apps/app/')).flatMap((file) =>
    textsIn(join(ROOT, file))
      .filter((text) => text.includes('…') && !/[/=]\w/.test(text) && own(text) > OWN_WORDS_MOST)
      .map((text) => `${file}: ${text}`),
  );
  expect(inScreens).toEqual([]);
  const inWords = FILES.filter((file) => file.startsWith('packages/words/')).flatMap((file) =>
    textsIn(join(ROOT, file)).filter((text) => text.includes('…') && own(text) > OWN_WORDS_MOST),
  );
  expect(inWords.length).toBeGreaterThan(120);
});
