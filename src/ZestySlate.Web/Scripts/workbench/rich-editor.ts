// The editor of rich text as a module of its own, loaded when the first text is to be edited.
import { Editor } from "@tiptap/core";
import Image from "@tiptap/extension-image";
import Subscript from "@tiptap/extension-subscript";
import Superscript from "@tiptap/extension-superscript";
import { TableKit } from "@tiptap/extension-table";
import StarterKit from "@tiptap/starter-kit";
import { upload } from "../media/upload";
import { pasted } from "./pasted";

/** What a press of a tool does; what is not here opens a row below the tools. */
const Acts: Record<string, (editor: Editor) => boolean> = {
  bold: editor => editor.chain().focus().toggleBold().run(),
  italic: editor => editor.chain().focus().toggleItalic().run(),
  subscript: editor => editor.chain().focus().unsetSuperscript().toggleSubscript().run(),
  superscript: editor => editor.chain().focus().unsetSubscript().toggleSuperscript().run(),
  bulletList: editor => editor.chain().focus().toggleBulletList().run(),
  orderedList: editor => editor.chain().focus().toggleOrderedList().run(),
  heading: editor => editor.chain().focus().toggleHeading({ level: 3 }).run(),
  quotation: editor => editor.chain().focus().toggleBlockquote().run(),
  table: editor => editor.isActive("table") || editor.chain().focus().insertTable({ rows: 3, cols: 3, withHeaderRow: true }).run(),
  addRow: editor => editor.chain().focus().addRowAfter().run(),
  addColumn: editor => editor.chain().focus().addColumnAfter().run(),
  headRow: editor => editor.chain().focus().toggleHeaderRow().run(),
  dropRow: editor => editor.chain().focus().deleteRow().run(),
  dropColumn: editor => editor.chain().focus().deleteColumn().run(),
  dropTable: editor => editor.chain().focus().deleteTable().run(),
};

/** The tools that stay pressed, by what is marked where the caret stands. */
const Marked: Record<string, string> = { quotation: "blockquote", picture: "image" };

/** Makes an editor of a rich text field, with its tools. */
export function make(field: HTMLElement): Editor {
  const area = field.querySelector<HTMLElement>("[data-rich-area]")!;
  const hidden = field.querySelector<HTMLInputElement>("input[type=hidden]")!;
  const tools = field.querySelector<HTMLElement>(".rich-tools")!;
  const said = field.querySelector<HTMLElement>("[data-rich-said]")!;
  const file = field.querySelector<HTMLInputElement>("[data-rich-file]")!;
  const link = field.querySelector<HTMLInputElement>("[data-rich-link]")!;
  const shows = field.querySelector<HTMLInputElement>("[data-rich-shows]")!;
  const row = (name: string): HTMLElement => field.querySelector<HTMLElement>(`[data-rich-row=${name}]`)!;
  area.replaceChildren();
  const editor: Editor = new Editor({
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
      Subscript,
      Superscript,
      Image.configure({ inline: true }),
      TableKit.configure({ table: { resizable: false, renderWrapper: false } }),
    ],
    editorProps: {
      attributes: { role: "textbox", "aria-multiline": "true", "aria-labelledby": area.getAttribute("aria-labelledby") ?? "" },
      // What is pasted or dropped into a text belongs there, to nothing around it.
      handleDOMEvents: {
        paste: (_, event) => event.stopPropagation(),
        drop: (_, event) => event.stopPropagation(),
      },
      handlePaste: (_, event) => !event.clipboardData?.types.includes("text/html") && takeFiles(event.clipboardData?.files),
      handleDrop: (_, event) => takeFiles((event as DragEvent).dataTransfer?.files),
      transformPastedHTML: html => {
        const { html: kept, pictures, lost } = pasted(html);
        said.textContent = lost.length > 0 ? `Not kept: ${lost.join(", ")}.` : "";
        pictures.forEach((picture, key) => void store(picture, key));
        return kept;
      },
    },
    onUpdate: ({ editor: changed }) => {
      hidden.value = changed.isEmpty ? "" : changed.getHTML();
      hidden.dispatchEvent(new Event("input", { bubbles: true }));
    },
    onTransaction: ({ editor: now }) => show(now),
  });
  tools.hidden = false;
  field.addEventListener("mousedown", event => {
    if ((event.target as HTMLElement).closest("button")) {
      event.preventDefault();
    }
  });
  field.addEventListener("click", event => {
    const { richDo: act, richSign: sign } =
      (event.target as HTMLElement).closest<HTMLElement>("[data-rich-do], [data-rich-sign]")?.dataset ?? {};
    if (sign) {
      editor.chain().focus().insertContent(sign).run();
    } else if (act && Acts[act]) {
      Acts[act](editor);
    } else if (act === "picture") {
      file.click();
    } else if (act) {
      row(act).hidden = !row(act).hidden;
      if (act === "link" && !row(act).hidden) {
        link.value = String(editor.getAttributes("link").href ?? "");
        link.focus();
      }
    }
  });
  // These fields are no part of the question: what is typed there concerns the text alone.
  for (const own of [file, link, shows]) {
    for (const sort of ["input", "change", "keydown"]) {
      own.addEventListener(sort, event => event.stopPropagation());
    }
  }
  file.addEventListener("change", () => {
    takeFiles(file.files);
    file.value = "";
  });
  link.addEventListener("keydown", event => {
    if (event.key === "Escape" || event.key === "Enter") {
      event.preventDefault();
      row("link").hidden = true;
      const address = link.value.trim();
      const chain = editor.chain().focus().extendMarkRange("link");
      if (event.key === "Enter") {
        (address === "" ? chain.unsetLink() : chain.setLink({ href: /^[a-z]+:/i.test(address) ? address : `https://${address}` })).run();
      } else {
        chain.run();
      }
    }
  });
  shows.addEventListener("input", () => {
    const { from } = editor.state.selection;
    editor.chain().updateAttributes("image", { alt: shows.value }).setNodeSelection(from).run();
  });
  shows.addEventListener("keydown", event => {
    if (event.key === "Escape" || event.key === "Enter") {
      event.preventDefault();
      editor.commands.focus();
    }
  });
  return editor;

  /** Which tools are pressed, and what there is to do with what is chosen. */
  function show(now: Editor): void {
    for (const button of tools.querySelectorAll<HTMLElement>("[data-rich-do]")) {
      const act = button.dataset.richDo!;
      button.setAttribute("aria-pressed", String(now.isActive(Marked[act] ?? act)));
    }
    row("table").hidden = !now.isActive("table");
    row("picture").hidden = !now.isActive("image");
    if (now.isActive("image") && document.activeElement !== shows) {
      shows.value = String(now.getAttributes("image").alt ?? "");
    }
  }

  function takeFiles(files: FileList | null | undefined): boolean {
    const pictures = [...(files ?? [])].filter(one => one.type.startsWith("image/") || one.type === "");
    for (const picture of pictures) {
      const key = URL.createObjectURL(picture);
      editor.chain().focus().setImage({ src: key }).run();
      void store(picture, key);
    }
    return pictures.length > 0;
  }

  /** Puts a picture into the media library, and its address where it stands in the text; what cannot be kept leaves the text again. */
  async function store(picture: File, key: string): Promise<void> {
    const words = said.textContent;
    said.textContent = "The picture is on its way …";
    let media: string | null = null;
    let alt = "";
    try {
      const taken = await upload(picture, "", () => {});
      [media, alt] = taken.kind === "Picture" ? [taken.media, taken.alternativeText] : [null, ""];
      said.textContent = media ? words : "That file is no picture.";
    } catch (refusal) {
      said.textContent = (refusal as Error).message;
    }
    URL.revokeObjectURL(key);
    const { tr, doc } = editor.state;
    doc.descendants((node, at) => {
      if (node.type.name === "image" && node.attrs["src"] === key) {
        if (media) {
          tr.setNodeMarkup(at, null, { ...node.attrs, src: `/media/${media}`, alt: node.attrs["alt"] || alt });
        } else {
          tr.delete(at, at + node.nodeSize);
        }
        return false;
      }
      return true;
    });
    editor.view.dispatch(tr);
  }
}
