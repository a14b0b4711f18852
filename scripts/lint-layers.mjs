/** Imports go downwards only: a folder does not reach for one that builds on it. */
import { dirname, relative, resolve, sep } from 'node:path';

const downwards = {
  meta: {
    type: 'problem',
    schema: [{ type: 'object' }],
    messages: { up: '{{folder}}/ is below {{other}}/: what both need has its home below both.' },
  },
  create(context) {
    const [{ above, folder }] = context.options;
    const file = context.filename;
    const root = file.slice(0, file.lastIndexOf(`${sep}src${sep}`) + 5);
    const look = (node, source) => {
      if (typeof source !== 'string' || !source.startsWith('.')) return;
      const other = relative(root, resolve(dirname(file), source)).split(sep)[0];
      if (above.includes(other)) context.report({ node, messageId: 'up', data: { folder, other } });
    };
    return {
      ImportDeclaration: (node) => look(node, node.source.value),
      ExportNamedDeclaration: (node) => look(node, node.source?.value),
      ExportAllDeclaration: (node) => look(node, node.source.value),
      ImportExpression: (node) => look(node, node.source.value),
    };
  },
};

export const layers = { rules: { downwards } };
