/** What was pasted, brought to what a formatted text keeps, and what of it that is not, in words. */
export type Pasted = { html: string; pictures: Map<string, File>; lost: string[] };

/** Reads HTML as word processors and web pages put it on the clipboard. A picture stands at an address of its own until it is stored. */
export function pasted(html: string): Pasted {
  const page = new DOMParser().parseFromString(withoutStyles(html), "text/html");
  const pictures = new Map<string, File>();
  const lost = [
    counted(takeFormulas(page), "formula", "formulas"),
    counted(takePictures(page, pictures), "picture (put it in from its file)", "pictures (put them in from their files)"),
    counted(take(page, "object, embed, video, audio, iframe, svg, canvas"), "thing that is no words", "things that are no words"),
    hasColours(page) ? "colours" : "",
  ].filter(words => words !== "");
  makeLists(page);
  for (const head of page.querySelectorAll("h1, h2, h4, h5, h6, p.MsoTitle")) {
    rename(head, "h3");
  }
  makeMarks(page);
  return { html: page.body.innerHTML, pictures, lost };
}

const counted = (many: number, one: string, several: string): string => (many === 0 ? "" : many === 1 ? `1 ${one}` : `${many} ${several}`);

function take(page: Document, which: string): number {
  const found = [...page.querySelectorAll(which)];
  found.forEach(element => element.remove());
  return found.length;
}

/** Formulas of word processors and pages: their letters are left. */
function takeFormulas(page: Document): number {
  const found = [...page.querySelectorAll("*")].filter(element => /^(m:omath|math)$/i.test(element.tagName));
  found.forEach(element => element.replaceWith(element.textContent ?? ""));
  return found.length;
}

/** Pictures that came with the words become files; of those that lie elsewhere none is asked for. Gives how many those are. */
function takePictures(page: Document, pictures: Map<string, File>): number {
  let gone = 0;
  for (const image of page.querySelectorAll("img")) {
    const source = image.getAttribute("src") ?? "";
    const file = fileOf(source);
    if (file) {
      const key = URL.createObjectURL(file);
      pictures.set(key, file);
      image.setAttribute("src", key);
    } else if (!/^\/media\/[0-9a-f]{64}/.test(source)) {
      image.remove();
      gone++;
    }
  }
  return gone;
}

/** The picture that an address carries in itself; null for none, and for what cannot be read. */
function fileOf(address: string): File | null {
  const data = /^data:(image\/[a-z+]+);base64,(.+)$/s.exec(address);
  try {
    const bytes = Uint8Array.from(atob(data![2]!), letter => letter.charCodeAt(0));
    return new File([bytes], `pasted.${data![1]!.slice(6).replace(/\+.*/, "")}`, { type: data![1]! });
  } catch {
    return null;
  }
}

/** Styles are not applied on our pages and cannot be asked for where they stand, so they are read as words: data-style. */
const withoutStyles = (html: string): string =>
  html.replace(/<style\b.*?<\/style>/gis, "").replace(/<[a-z][^>]*>/gi, tag => tag.replace(/\sstyle\s*=/gi, " data-style="));

/** What a style says of one property; empty for nothing. */
function styleOf(element: Element, property: string): string {
  const said = new RegExp(`(?:^|;)\\s*${property}\\s*:\\s*([^;]+)`, "i").exec(element.getAttribute("data-style") ?? "");
  return said ? said[1]!.trim().toLowerCase() : "";
}

const Plain =
  /^(windowtext|black|inherit|initial|transparent|white|auto|none|#000(000)?|#fff(fff)?|rgba?\((0, ?0, ?0|255, ?255, ?255).*)?$/;

const hasColours = (page: Document): boolean =>
  [...page.querySelectorAll("[data-style]")].some(element =>
    ["color", "background", "background-color"].some(property => !Plain.test(styleOf(element, property))),
  );

/** What styles say of letters, as elements; some editors put everything into bold that is none. */
function makeMarks(page: Document): void {
  for (const bold of page.querySelectorAll("b, strong")) {
    if (/^(normal|[1-4]00)$/.test(styleOf(bold, "font-weight"))) {
      bold.replaceWith(...bold.childNodes);
    }
  }
  for (const span of page.querySelectorAll("span[data-style]")) {
    const marks = [
      /^(bold|[6-9]00)$/.test(styleOf(span, "font-weight")) ? "strong" : "",
      styleOf(span, "font-style") === "italic" ? "em" : "",
      styleOf(span, "vertical-align") === "super" ? "sup" : "",
      styleOf(span, "vertical-align") === "sub" ? "sub" : "",
      styleOf(span, "text-decoration").includes("underline") ? "u" : "",
      styleOf(span, "text-decoration").includes("line-through") ? "s" : "",
    ].filter(tag => tag !== "");
    for (const tag of marks) {
      const mark = page.createElement(tag);
      mark.append(...span.childNodes);
      span.append(mark);
    }
  }
}

/** Word processors write lists as paragraphs that carry their bullet as a letter and their depth in a style of their own. */
function makeLists(page: Document): void {
  let lists: HTMLElement[] = [];
  let before: Element | null = null;
  for (const row of [...page.querySelectorAll("p")]) {
    const level = /mso-list:[^;]*\blevel(\d)/.exec(row.getAttribute("data-style") ?? "");
    if (!level) {
      continue;
    }
    const bullet = [...row.querySelectorAll("span")].find(span => /mso-list:\s*ignore/i.test(span.getAttribute("data-style") ?? ""));
    const tag = /^[(\s]*(\d{1,3}|[a-z]{1,4})[.)]/i.test(bullet?.textContent ?? "") ? "ol" : "ul";
    bullet?.remove();
    if (row.previousElementSibling !== before || lists.length === 0) {
      lists = [];
    }
    const depth = Math.min(Number(level[1]), lists.length + 1);
    lists.length = Math.min(lists.length, depth);
    if (lists.length < depth) {
      const list = page.createElement(tag);
      const inside = lists.at(-1)?.lastElementChild;
      if (inside) {
        inside.append(list);
      } else {
        row.before(list);
      }
      lists.push(list);
    }
    const item = page.createElement("li");
    lists.at(-1)!.append(item);
    item.append(rename(row, "p"));
    before = lists[0]!;
  }
}

function rename(element: Element, tag: string): HTMLElement {
  const renamed = element.ownerDocument.createElement(tag);
  renamed.append(...element.childNodes);
  element.replaceWith(renamed);
  return renamed;
}
