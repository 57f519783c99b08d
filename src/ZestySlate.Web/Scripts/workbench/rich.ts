import type { Editor } from "@tiptap/core";

const address = "/dist/rich.js",
  again = 2000;
const editors = new WeakMap<Element, Editor>(),
  awaited = new WeakSet<Element>();
let wanted: Element | null = null;
let loading: Promise<{ make(field: HTMLElement): Editor }> | undefined;

/** Makes editors of the rich text fields that are none yet. */
export function startRich(root: ParentNode): void {
  for (const field of root.querySelectorAll<HTMLElement>("[data-rich]")) {
    if (!editors.has(field) && !awaited.has(field)) {
      awaited.add(field);
      void edit(field);
    }
  }
}

/** The words stand there and can be read until the editor is loaded; where the line is lost, that is tried again. */
async function edit(field: HTMLElement): Promise<void> {
  while (field.isConnected) {
    try {
      const { make } = await (loading ??= import(address) as Promise<{ make(field: HTMLElement): Editor }>);
      if (field.isConnected) {
        editors.set(field, make(field));
        if (wanted === field) {
          intoHand(field);
        }
      }
      break;
    } catch {
      loading = undefined;
      await new Promise(done => setTimeout(done, again));
    }
  }
  awaited.delete(field);
}

/** Puts the caret into a rich text field, at once or as soon as its editor is there. */
export function intoHand(field: HTMLElement): void {
  const editor = editors.get(field);
  wanted = editor ? null : field;
  editor?.view.focus();
}

/** On a redraw an editor stays; only words that changed elsewhere (undo) are brought into it. Returns false to leave the node alone. */
export function settleRich(old: Node, fresh: Node): boolean {
  if (!(old instanceof HTMLElement) || !(fresh instanceof HTMLElement) || !old.matches("[data-rich]")) {
    return true;
  }
  const editor = editors.get(old);
  if (!editor || old.id !== fresh.id) {
    return true;
  }
  const words = fresh.querySelector<HTMLInputElement>("input[type=hidden]")!.value;
  const hidden = old.querySelector<HTMLInputElement>("input[type=hidden]")!;
  if (!editor.isFocused && words !== hidden.value) {
    hidden.value = words;
    editor.commands.setContent(words, { emitUpdate: false });
  }
  return false;
}
