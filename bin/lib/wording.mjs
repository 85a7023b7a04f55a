// Prints every text that a screen, label, mail or printed sheet can say, by area, to be read in one sitting: npm run wording [area...]
import { readdir, readFile } from 'node:fs/promises';
import ts from 'typescript';
import { parseDocument, visit } from 'yaml';

const FOLDERS = ['app', 'words', 'services', 'contracts', 'server', 'almanac'];
/** Attributes that nobody reads. */
const MUTE =
  /^(class.*|data-.*|auto.*|aria-(?:hidden|live|controls|labelledby|describedby|current|expanded|pressed|sort|busy|haspopup)|text-?anchor|stroke.*|dominant.*|view.*|(?:to|href|id|name|type|value|role|rel|target|method|action|encType|key|form|input.*|d|x|y|fill|transform|pattern|accept|src|for|htmlFor|sizes|side|align|orientation|variant|kind|tone|as|style|points|offset|look|intent|shape))$/i;

const squeeze = (text) => text.replace(/\s+/g, ' ').trim();
/** Whether a string is something a person reads, and not a class, a path, a code or a query. */
const isProse = (text) => {
  const said = text.replaceAll(/\{[^{}]*\}/g, '').trim();
  if (!/[A-Za-z]{2}/.test(said) || /^[#./@]|https?:|^[a-z]+:[a-z]|^\w+\/\w+$/.test(said)) return false;
  const tokens = said.split(/\s+/);
  if (tokens.length === 1) return /^[A-Z][a-z’]+[.?!…:]?$/.test(said);
  return (
    !tokens.every(
      (token) =>
        /^[!a-z0-9:[\]/.%#()_,&>*='+-]+$/.test(token) && (/[-:[\]/_]/.test(token) || tokens.some((t) => /[a-z]-[a-z0-9[]|:[a-z]/.test(t))),
    ) && !/\b(select|where|grid-cols|px-|font-|text-)\b.*[-=]/.test(said)
  );
};

/** Expressions that are only named within a text, and so are read for texts of their own. */
const named = new Set();

/** What an expression can say: its strings, with what is filled in between braces. */
function said(node, source) {
  if (ts.isStringLiteralLike(node)) return node.text;
  if (ts.isTemplateExpression(node))
    return node.head.text + node.templateSpans.map((span) => said(span.expression, source) + span.literal.text).join('');
  if (ts.isParenthesizedExpression(node)) return said(node.expression, source);
  if (ts.isConditionalExpression(node)) return `‹${said(node.whenTrue, source)}|${said(node.whenFalse, source)}›`;
  if (ts.isBinaryExpression(node)) {
    const right = said(node.right, source);
    return node.operatorToken.kind === ts.SyntaxKind.PlusToken ? said(node.left, source) + right : /[a-z]/i.test(right) ? `‹${right}›` : '';
  }
  if (ts.isJsxElement(node) || ts.isJsxFragment(node)) return node.children.map((child) => said(child, source)).join('');
  if (ts.isJsxText(node))
    return node.text.trim()
      ? node.text
          .split(/\n/)
          .map((part, index) => (index ? ` ${part.trimStart()}` : part))
          .join('')
      : node.text.replaceAll(/[\n]+ */g, '');
  if (ts.isJsxExpression(node)) return node.expression ? said(node.expression, source) : '';
  if (ts.isJsxSelfClosingElement(node)) return `{${node.tagName.getText(source)}}`;
  if (
    node.kind === ts.SyntaxKind.NullKeyword ||
    node.kind === ts.SyntaxKind.UndefinedKeyword ||
    (ts.isIdentifier(node) && node.text === 'undefined')
  )
    return '';
  named.add(node);
  return `{${squeeze(node.getText(source)).slice(0, 40)}}`;
}

/** The texts of a source file with their lines, each once: an element's text together with what stands inside it. */
function textsOf(file, content) {
  const source = ts.createSourceFile(
    file,
    content,
    ts.ScriptTarget.Latest,
    true,
    file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS,
  );
  const texts = [];
  const add = (node, text) =>
    isProse(text) && texts.push({ line: source.getLineAndCharacterOfPosition(node.getStart(source)).line + 1, text: squeeze(text) });
  const walk = (node, isWithin) => {
    const inProse = isWithin && !named.has(node);
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isTypeNode(node) || ts.isTypeAliasDeclaration(node)) return;
    if (ts.isPropertyAssignment(node)) return walk(node.initializer, false);
    if (ts.isBinaryExpression(node) && /^(===|!==)$/.test(node.operatorToken.getText(source))) return;
    if (ts.isCaseClause(node)) return node.statements.forEach((each) => walk(each, false));
    if (ts.isJsxAttribute(node) && MUTE.test(node.name.getText(source))) return;
    if (ts.isCallExpression(node) && /^(sql|z\.enum|new URL|fetch|log\.|useFetcher|import)/.test(node.expression.getText(source))) return;
    const isText =
      (ts.isJsxElement(node) || ts.isJsxFragment(node)) && node.children.some((child) => ts.isJsxText(child) && child.text.trim() !== '');
    if (isText && !inProse) add(node, said(node, source));
    if (!inProse && (ts.isStringLiteralLike(node) || ts.isTemplateExpression(node)) && !ts.isLiteralTypeNode(node.parent)) {
      add(node, said(node, source));
      if (ts.isStringLiteralLike(node)) return;
    }
    // Attributes inside an element's text are texts of their own.
    const within = ts.isJsxAttribute(node) ? false : inProse || isText || ts.isTemplateExpression(node);
    ts.forEachChild(node, (child) => walk(child, within));
  };
  walk(source, false);
  return texts;
}

/** The prose of a file of the almanac. */
function proseOf(content) {
  const texts = [];
  const line = (offset) => content.slice(0, offset).split('\n').length;
  visit(parseDocument(content), {
    Scalar: (key, node) =>
      void (
        key !== 'key' &&
        typeof node.value === 'string' &&
        /[a-z] [a-z]/i.test(node.value) &&
        texts.push({ line: line(node.range[0]), text: squeeze(node.value) })
      ),
  });
  return texts;
}

const areas = process.argv.slice(2);
const found = await Promise.all(
  FOLDERS.map(async (folder) => (await readdir(folder, { recursive: true })).map((file) => `${folder}/${file}`)),
);
const files = found
  .flat()
  .filter((file) => /\.(tsx?|yaml)$/.test(file) && !/\.test\.|classes\.ts$/.test(file))
  .sort();
let area = '';
for (const file of files) {
  const here = file
    .split('/')
    .slice(0, file.startsWith('app/routes/') ? 3 : 1)
    .join('/');
  if (areas.length > 0 && !areas.some((wanted) => file.startsWith(wanted))) continue;
  const content = await readFile(file, 'utf8');
  const texts = file.endsWith('.yaml') ? proseOf(content) : textsOf(file, content);
  if (texts.length === 0) continue;
  if (here !== area) process.stdout.write(`\n# ${(area = here)}\n`);
  process.stdout.write(`\n## ${file}\n`);
  for (const { line, text } of texts) process.stdout.write(`${String(line).padStart(4)}  ${text}\n`);
}
