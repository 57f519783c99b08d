import { Idiomorph, type Options } from "idiomorph";

/**
 * Changes `old` to `next` where they differ. Styles are never part of that: one that were moved or put in anew would be loaded
 * anew, and the page stand bare until it came.
 */
export function morph(old: Element, next: Element, options: Options): Node[] {
  takeSheets(next);
  const { callbacks } = options;
  // What is put in anew has nothing of its own yet to keep.
  const isNew = new WeakSet<Node>();
  return Idiomorph.morph(old, next, {
    ...options,
    morphStyle: "outerHTML",
    callbacks: {
      ...callbacks,
      beforeNodeMorphed: (before, after) => {
        if (before instanceof Element && before.attributes.length === 0) {
          isNew.add(before);
        }
        return callbacks?.beforeNodeMorphed?.(before, after) ?? true;
      },
      beforeAttributeUpdated: (name, node, change) => isNew.has(node) || callbacks?.beforeAttributeUpdated?.(name, node, change) !== false,
      beforeNodeRemoved: node =>
        !(node instanceof HTMLStyleElement || node instanceof HTMLLinkElement) && callbacks?.beforeNodeRemoved?.(node) !== false,
    },
  });
}

/** Puts the style sheets named within a page or a fragment into the head, each once; a fragment then comes without them. */
export function takeSheets(from: Element): void {
  for (const sheet of from.querySelectorAll<HTMLLinkElement>("link[rel=stylesheet]")) {
    const there = [...document.head.querySelectorAll("link")].some(known => known.getAttribute("href") === sheet.getAttribute("href"));
    if (!there) {
      document.head.append(document.importNode(sheet));
    }
    if (!document.contains(sheet)) {
      sheet.remove();
    }
  }
}
