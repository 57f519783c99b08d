/** What a drawing takes from the page's styles; in a file of its own it has to say it itself. */
const Drawn = ["fill", "stroke", "strokeWidth", "strokeDasharray", "fontFamily", "fontSize", "fontWeight"] as const;

/** PNGs are this much larger than the map on screen, to be printed. */
const Sharp = 2;

/**
 * The map of scenes as a file that stands alone: styles are written into it, and pictures are in it.
 * @example await saveMap(map.querySelector("svg")!, "png", "The silent beacon")
 */
export async function saveMap(map: SVGSVGElement, kind: "svg" | "png", title: string): Promise<void> {
  const text = await standing(map, title);
  const svg = new Blob([text], { type: "image/svg+xml" });
  save(kind === "svg" ? svg : await painted(svg, map.viewBox.baseVal.width, map.viewBox.baseVal.height), `${fileName(title)}.${kind}`);
}

async function standing(map: SVGSVGElement, title: string): Promise<string> {
  const copy = map.cloneNode(true) as SVGSVGElement;
  const [from, to] = [map, copy].map(one => [...one.querySelectorAll<SVGElement>("*")]) as [SVGElement[], SVGElement[]];
  from.forEach((element, i) => {
    const style = getComputedStyle(element);
    for (const name of Drawn) {
      to[i]!.style[name] = style[name];
    }
    const named = to[i]!.getAttributeNames().filter(name => name.startsWith("data-"));
    for (const name of ["class", "id", "tabindex", "role", "aria-pressed", ...named]) {
      if (name !== "id" || element.matches(".map-node")) {
        to[i]!.removeAttribute(name);
      }
    }
  });
  // What only a hand on the screen needs is no part of the picture.
  to.filter((_, i) => from[i]!.matches("[data-draw-way]")).forEach(knob => knob.remove());
  await Promise.all(
    [...copy.querySelectorAll("image")].map(async image => {
      image.setAttribute("href", await inside(image.getAttribute("href")!));
    }),
  );
  const { width, height } = map.viewBox.baseVal;
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  copy.setAttribute("width", String(width));
  copy.setAttribute("height", String(height));
  copy.removeAttribute("class");
  const ground = document.createElementNS("http://www.w3.org/2000/svg", "rect");
  ground.setAttribute("width", String(width));
  ground.setAttribute("height", String(height));
  ground.style.fill = getComputedStyle(map.parentElement!).backgroundColor;
  const name = document.createElementNS("http://www.w3.org/2000/svg", "title");
  name.textContent = title;
  copy.prepend(name, ground);
  return new XMLSerializer().serializeToString(copy);
}

/** A picture of ours as a data address; one that cannot be had just now is left out. */
async function inside(address: string): Promise<string> {
  const reply = await fetch(address).catch(() => null);
  if (!reply?.ok) {
    return "";
  }
  const file = await reply.blob();
  return new Promise(done => {
    const reader = new FileReader();
    reader.addEventListener("load", () => done(reader.result as string));
    reader.readAsDataURL(file);
  });
}

async function painted(svg: Blob, width: number, height: number): Promise<Blob> {
  const address = URL.createObjectURL(svg);
  const picture = Object.assign(new Image(), { src: address });
  await picture.decode();
  const canvas = Object.assign(document.createElement("canvas"), { width: width * Sharp, height: height * Sharp });
  canvas.getContext("2d")!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  URL.revokeObjectURL(address);
  return new Promise(done => canvas.toBlob(blob => done(blob!), "image/png"));
}

const fileName = (title: string): string => title.replace(/[\\/:*?"<>|]+/g, " ").trim() || "map";

function save(file: Blob, name: string): void {
  const link = Object.assign(document.createElement("a"), { href: URL.createObjectURL(file), download: name });
  link.click();
  URL.revokeObjectURL(link.href);
}
