/**
 * What is typed into any form of a teacher's page is not lost by what is done beside it. A form with data-keeps is kept by
 * itself before the page is left, by a link or by another form; what the server refuses of it is said there, and holds back
 * what was pressed. Of every other form the words are held on this device until it is sent: after a reload, or another form's
 * page, they are back in their fields, and whoever leaves is asked.
 */
export function holdForms(): void {
  const forms = [...document.querySelectorAll<HTMLFormElement>("form[method=post]:not([data-send-at-once])")].filter(
    form => form.querySelector(Words) !== null && !form.querySelector("input[type=password], input[type=file]"),
  );
  if (forms.length === 0) {
    return;
  }
  const first = new Map(forms.map(form => [form, said(form)]));
  const isTyped = (form: HTMLFormElement): boolean =>
    said(form) !== first.get(form) || form.querySelector("[data-held]") !== null || form.dataset.refused === "yes";
  const sent = new Map<HTMLFormElement, string>();
  let leaving = false;

  forms.forEach((form, at) => bringBack(form, at));
  document.addEventListener("input", event => {
    const at = forms.indexOf((event.target as HTMLElement).closest("form")!);
    if (at >= 0) {
      hold(forms[at]!, at);
    }
  });

  // A form that is kept as it is typed: what was sent is kept once the server has said so.
  document.addEventListener("htmx:beforeRequest", event => {
    const form = event.target as HTMLFormElement;
    if (forms.includes(form)) {
      sent.set(form, said(form));
    }
  });
  document.addEventListener("htmx:afterRequest", event => {
    const form = event.target as HTMLFormElement;
    const { successful } = (event as CustomEvent<{ successful: boolean }>).detail;
    if (!forms.includes(form)) {
      return;
    }
    if (!successful) {
      const kept = form.querySelector("[data-kept]");
      if (kept) {
        kept.textContent = "Not kept yet: it is sent with your next word, or when you go on.";
      }
      return;
    }
    if (form.querySelector("[data-kept] [role=alert]")) {
      return;
    }
    first.set(form, sent.get(form)!);
    delete form.dataset.refused;
    form.querySelectorAll("[data-held], .field-problem").forEach(note => note.remove());
    if (!isTyped(form)) {
      forget(forms.indexOf(form));
    }
  });

  document.addEventListener("submit", event => {
    const form = event.target as HTMLFormElement;
    if (form.dataset.kept === "yes" || form.matches("[hx-post], [hx-get]") || event.defaultPrevented) {
      return;
    }
    const others = forms.filter(other => other !== form && other.matches("[data-keeps]") && isTyped(other));
    if (others.length > 0) {
      event.preventDefault();
      const by = (event as SubmitEvent).submitter;
      void keepAll(others).then(all => {
        if (!all) {
          return;
        }
        form.dataset.kept = "yes";
        form.requestSubmit(by);
      });
      return;
    }
    leaving = true;
    const at = forms.indexOf(form);
    if (at >= 0) {
      forget(at);
    }
  });

  document.addEventListener("click", event => {
    const link = (event.target as HTMLElement).closest<HTMLAnchorElement>("a[href]");
    const pressed = event as MouseEvent;
    if (
      !link ||
      link.target ||
      link.origin !== location.origin ||
      link.getAttribute("href")!.startsWith("#") ||
      pressed.ctrlKey ||
      pressed.metaKey ||
      pressed.shiftKey ||
      pressed.button !== 0
    ) {
      return;
    }
    const typed = forms.filter(form => form.matches("[data-keeps]") && isTyped(form));
    if (typed.length === 0) {
      return;
    }
    event.preventDefault();
    void keepAll(typed).then(all => {
      if (all) {
        location.assign(link.href);
      }
    });
  });

  window.addEventListener("beforeunload", event => {
    if (!leaving && forms.some(form => form.matches("[data-keeps], :has(textarea)") && said(form) !== first.get(form))) {
      event.preventDefault();
    }
  });

  /** Keeps forms one after the other; false when one of them was refused, which is then said there. */
  async function keepAll(typed: HTMLFormElement[]): Promise<boolean> {
    for (const form of typed) {
      await settled(form);
      if (!isTyped(form)) {
        continue;
      }
      const problem = await keep(form);
      if (problem !== null) {
        tell(form, problem);
        return false;
      }
      first.set(form, said(form));
      forget(forms.indexOf(form));
      form.querySelectorAll("[data-held], .field-problem").forEach(note => note.remove());
      delete form.dataset.refused;
    }
    return true;
  }
}

const Words = "textarea, input:not([type=hidden], [type=checkbox], [type=radio], [type=submit], [readonly])";

/** All that a form would send, but for what is the same for everybody who loads the page. */
const said = (form: HTMLFormElement): string =>
  JSON.stringify([...new FormData(form)].filter(([name]) => !["proof", "seen"].includes(name)));

/** Waits for what a form has sent by itself: it knows afterwards what of it is kept. */
async function settled(form: HTMLFormElement): Promise<void> {
  while (form.matches(".htmx-request")) {
    await new Promise(done => {
      form.addEventListener("htmx:afterRequest", () => setTimeout(done), { once: true });
    });
  }
}

/** Sends a form as its own button would; what the server says of it, or null when it is kept. */
async function keep(form: HTMLFormElement): Promise<string | null> {
  try {
    const reply = await fetch(form.action, { method: "POST", body: new FormData(form) });
    const page = new DOMParser().parseFromString(await reply.text(), "text/html");
    const problem = page.querySelector("[role=alert]")?.textContent?.trim();
    return reply.ok && !problem ? null : (problem ?? `It could not be kept (${reply.status}). What you typed is still here.`);
  } catch {
    return "No connection: this is not kept yet. What you typed is still here.";
  }
}

function tell(form: HTMLFormElement, words: string): void {
  form.querySelector(".field-problem")?.remove();
  form.dataset.refused = "yes";
  const place = Object.assign(document.createElement("span"), {
    className: "problem field-problem block",
    textContent: words,
    tabIndex: -1,
  });
  place.setAttribute("role", "alert");
  const said = form.querySelector("[data-kept]");
  if (said) {
    said.replaceChildren(place);
  } else {
    form.prepend(place);
  }
  place.scrollIntoView({ block: "center" });
  place.focus({ preventScroll: true });
}

const nameOf = (at: number): string => `zesty-slate held ${location.pathname} ${at}`;

function fieldsOf(form: HTMLFormElement): (HTMLInputElement | HTMLTextAreaElement)[] {
  return [...form.querySelectorAll<HTMLInputElement | HTMLTextAreaElement>(Words)].filter(field => field.name !== "");
}

function hold(form: HTMLFormElement, at: number): void {
  try {
    const values = fieldsOf(form)
      .filter(field => field.value !== field.defaultValue)
      .map(field => [
        field.name,
        fieldsOf(form)
          .filter(other => other.name === field.name)
          .indexOf(field),
        field.value,
      ]);
    if (values.length > 0) {
      sessionStorage.setItem(nameOf(at), JSON.stringify({ action: form.action, values }));
    } else {
      forget(at);
    }
  } catch {
    /* no storage: leaving asks all the same */
  }
}

function forget(at: number): void {
  try {
    sessionStorage.removeItem(nameOf(at));
  } catch {
    /* there was none */
  }
}

function heldAt(at: number): { action: string; values: [string, number, string][] } | null {
  try {
    return JSON.parse(sessionStorage.getItem(nameOf(at)) ?? "null") as ReturnType<typeof heldAt>;
  } catch {
    return null;
  }
}

/** Puts what was held back into its fields, and says so. */
function bringBack(form: HTMLFormElement, at: number): void {
  const held = heldAt(at);
  if (held === null || held.action !== form.action) {
    return;
  }
  let back = 0;
  for (const [name, number, value] of held.values) {
    const field = fieldsOf(form).filter(other => other.name === name)[number];
    if (field && field.value !== value) {
      field.value = value;
      back++;
    }
  }
  if (back === 0) {
    forget(at);
    return;
  }
  const note = Object.assign(document.createElement("p"), { className: "keys-tip" });
  note.dataset.held = "yes";
  note.setAttribute("role", "status");
  note.append("What you typed here is back; it is not kept yet. ");
  const drop = Object.assign(document.createElement("button"), {
    type: "button",
    className: "button button-quiet",
    textContent: "Put it back as it was",
  });
  drop.addEventListener("click", () => {
    form.reset();
    forget(at);
    note.remove();
  });
  note.append(drop);
  form.prepend(note);
}
