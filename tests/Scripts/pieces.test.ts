import assert from "node:assert/strict";
import { test } from "node:test";
import { Pieces, type Standing } from "../../src/ZestySlate.Web/Scripts/shared/pieces";

/** What the server has of the file, and what it was asked. */
let there = 0;
let asked: string[] = [];
/** What becomes of the next request: told, or its reply is lost after it was done, or it never arrives. */
let fate: (method: string) => "told" | "replyLost" | "lost" = () => "told";
let dropped = 0;

class Request {
  status = 0;
  responseText = "";
  readonly upload = { addEventListener: (): void => undefined };
  private readonly heard: Record<string, () => void> = {};
  private method = "";
  private address = "";
  private under: ReturnType<typeof setTimeout> | undefined;
  open(method: string, address: string): void {
    [this.method, this.address] = [method, address];
  }
  setRequestHeader(): void {}
  addEventListener(name: string, heard: () => void): void {
    this.heard[name] = heard;
  }
  /** What is called off before it arrived never arrives. */
  abort(): void {
    clearTimeout(this.under);
    this.heard["abort"]?.();
  }
  send(body: Blob | null): void {
    this.under = setTimeout(() => {
      const what = fate(this.method);
      asked.push(this.method);
      if (what !== "lost") {
        this.answer(body);
      }
      this.heard[what === "told" ? "load" : "error"]?.();
    });
  }
  private answer(body: Blob | null): void {
    const at = Number(new URLSearchParams(this.address.split("?")[1]).get("at"));
    this.status = 200;
    if (this.method === "PUT" && at === there) {
      there += body!.size;
    } else if (this.method === "PUT" || (this.method === "POST" && there < Size)) {
      this.status = 409;
    }
    this.responseText =
      this.method === "POST" && this.status === 200 ? JSON.stringify({ id: "x", name: "film", said: "" }) : JSON.stringify({ there });
  }
}

const Size = 10 * 1024 * 1024;
const film = new File([new Uint8Array(Size)], "film.webm", { lastModified: 17 });
Object.assign(globalThis, {
  XMLHttpRequest: Request,
  fetch: () => {
    dropped++;
    return Promise.resolve(new Response(null, { status: 204 }));
  },
});

function begin(): { pieces: Pieces; standings: Standing[] } {
  [there, asked, dropped, fate] = [0, [], 0, () => "told"];
  const standings: Standing[] = [];
  return { pieces: new Pieces(film, "", "proof", (_, standing) => standings.push(standing)), standings };
}

test("a file goes in pieces, one behind the other, and is put to use", async () => {
  const { pieces } = begin();
  assert.deepEqual(await pieces.bring({}), { id: "x", name: "film", said: "" });
  assert.deepEqual(asked, ["GET", "PUT", "PUT", "PUT", "POST"]);
  assert.equal(there, Size);
});

test("what is there already is not sent again", async () => {
  const { pieces } = begin();
  there = 8 * 1024 * 1024;
  await pieces.bring({});
  assert.deepEqual(asked, ["GET", "PUT", "POST"]);
});

test("after a lost piece and a lost reply it asks how much is there and goes on", async () => {
  const { pieces, standings } = begin();
  let puts = 0;
  fate = (method) => (method !== "PUT" ? "told" : ((["told", "lost", "replyLost"][puts++] as "told") ?? "told"));
  assert.ok(await pieces.bring({}));
  assert.equal(there, Size);
  assert.ok(standings.includes("lost"));
});

test("paused it stands still, and goes on where it was", async () => {
  const { pieces, standings } = begin();
  fate = (method) => {
    if (method === "PUT" && there === 0 && standings.at(-1) !== "paused") {
      setTimeout(() => pieces.pause());
    }
    return "told";
  };
  const brought = pieces.bring({});
  while (standings.at(-1) !== "paused") {
    await new Promise((done) => setTimeout(done, 5));
  }
  const stood = asked.length;
  await new Promise((done) => setTimeout(done, 30));
  assert.equal(asked.length, stood);
  assert.ok(there < Size);
  pieces.goOn();
  assert.ok(await brought);
  assert.equal(there, Size);
});

test("given up, what is there is deleted and nothing becomes of it", async () => {
  const { pieces } = begin();
  fate = (method) => {
    if (method === "PUT") {
      pieces.giveUp();
    }
    return "told";
  };
  assert.equal(await pieces.bring({}), null);
  assert.equal(dropped, 1);
  assert.ok(!asked.includes("POST"));
});

test("a refusal ends it with its words", async () => {
  const { pieces } = begin();
  const send = Request.prototype.send;
  Request.prototype.send = function (this: Request): void {
    this.status = 422;
    this.responseText = "“film.webm” is too large.";
    setTimeout(() => (this as unknown as { heard: Record<string, () => void> }).heard["load"]!());
  };
  assert.deepEqual(await pieces.bring({}), { refusal: "“film.webm” is too large." });
  Request.prototype.send = send;
});
