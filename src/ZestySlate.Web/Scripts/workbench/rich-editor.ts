// The editor of rich text as a module of its own, loaded when the first text is to be edited.
import { Editor } from "@tiptap/core";
import StarterKit from "@tiptap/starter-kit";

/** Makes an editor of a rich text field, with its tools. */
export function make(field: HTMLElement): Editor {
  const area = field.querySelector<HTMLElement>("[data-rich-area]")!;
  const hidden = field.querySelector<HTMLInputElement>("input[type=hidden]")!;
  const tools = field.querySelector<HTMLElement>(".rich-tools")!;
  area.replaceChildren();
  const editor = new Editor({
    element: area,
    injectCSS: false,
    content: hidden.value,
    extensions: [
      StarterKit.configure({
        code: false,
        codeBlock: false,
        horizontalRule: false,
        heading: { levels: [3] },
        link: { openOnClick: false, autolink: true },
      }),
    ],
    editorProps: {
      attributes: { role: "textbox", "aria-multiline": "true", "aria-labelledby": area.getAttribute("aria-labelledby") ?? "" },
    },
    onUpdate: ({ editor: changed }) => {
      hidden.value = changed.isEmpty ? "" : changed.getHTML();
      hidden.dispatchEvent(new Event("input", { bubbles: true }));
    },
  });
  tools.hidden = false;
  tools.addEventListener("mousedown", event => event.preventDefault());
  tools.addEventListener("click", event =>
    press(editor, (event.target as HTMLElement).closest<HTMLElement>("[data-rich-do]")?.dataset.richDo),
  );
  return editor;
}

function press(editor: Editor, what: string | undefined): void {
  const chain = editor.chain().focus();
  switch (what) {
    case "bold":
      chain.toggleBold().run();
      break;
    case "italic":
      chain.toggleItalic().run();
      break;
    case "bulletList":
      chain.toggleBulletList().run();
      break;
    case "orderedList":
      chain.toggleOrderedList().run();
      break;
    case "heading":
      chain.toggleHeading({ level: 3 }).run();
      break;
    case "link": {
      const address = window.prompt("Address of the link", String(editor.getAttributes("link").href ?? "https://"));
      if (address === "") {
        chain.unsetLink().run();
      } else if (address !== null) {
        chain.setLink({ href: address }).run();
      }
      break;
    }
  }
}
