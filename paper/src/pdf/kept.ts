import type { Node } from './nodes.ts'

/** Most entries of a list or facts that are moved to the next page whole. */
const MOST_KEPT = 14

/**
 * Headings joined to what they are over, where that is short: the two go to the next page together. Found so, a heading at the
 * foot of a page costs nothing; found after the layout (`pageBreakBefore`), all of it is laid out once more.
 */
export function kept(nodes: readonly Node[]): Node[] {
  const after: Node[] = []
  for (const node of nodes.toReversed()) {
    const next = after.at(-1)
    if (node.headlineLevel === 1 && next !== undefined && isShort(next)) {
      after.pop()
      after.push({ stack: [{ ...node, headlineLevel: undefined }, next], unbreakable: true })
    } else after.push(node)
  }
  return after.reverse()
}

function isShort(node: Node): boolean {
  if ('table' in node) return node.facts === true && (node.table as { body: unknown[] }).body.length <= MOST_KEPT
  if ('ul' in node) return (node.ul as unknown[]).length <= MOST_KEPT
  return !('svg' in node)
}

/** What stands last before a new page, with nothing free below it: where it just fills its page, that would lie on an empty one. */
export function footless(node: Node): Node {
  const { stack, margin } = node
  return {
    ...node,
    ...(Array.isArray(margin) && { margin: [...margin.slice(0, 3), 0] }),
    ...(Array.isArray(stack) && { stack: [...stack.slice(0, -1), ...stack.slice(-1).map(footless)] }),
  }
}
