// Keeps the member's page, its figures and its files on the device, so that a page that was open once opens with no
// signal. It keeps what a link alone shows, never what only the member may see.
const PAGES = "pages";
const FILES = "files";
const MOST = { [PAGES]: 20, [FILES]: 80 };
const PATIENCE_MS = 4_000; // a network that is there and does not answer
const GONE = [404, 410];

self.addEventListener("install", () => self.skipWaiting());
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== "GET" || url.origin !== self.location.origin) return;
  if (request.mode === "navigate" && url.pathname.startsWith("/m/")) event.respondWith(page(request));
  else if (url.pathname.startsWith("/static/web/")) event.respondWith(file(request));
  else if (url.pathname === "/api/figures") event.respondWith(figures(request));
});

// what the page was made of before this worker was there to see it
self.addEventListener("message", (event) => {
  const { keep } = event.data;
  if (keep) event.waitUntil(Promise.all([...keep.files.map(keepFile), keepPage(keep.page), keepPage("/m/")]));
});

/** The newest page, or the one kept when there is no network; a page that is gone is kept no longer. */
async function page(request) {
  const address = plain(request.url);
  const pages = await caches.open(PAGES);
  try {
    const response = await inTime(fetch(request));
    if (GONE.includes(response.status)) await pages.delete(address);
    if (response.ok && !isPrivate(response)) await put(PAGES, address, response.clone());
    if (response.status < 500) return response;
  } catch {
    // the kept one, below
  }
  const kept = await pages.match(address);
  if (!kept) return (await pages.match(plain("/m/"))) ?? Response.error();
  const text = (await kept.text()).replace("<html ", "<html data-kept ");
  return new Response(text, { headers: kept.headers });
}

/** Files carry their content in their names: what is kept is right. */
async function file(request) {
  return (await caches.match(request)) ?? keepFile(request);
}

async function figures(request) {
  try {
    return await keepFile(request);
  } catch {
    return (await caches.match(request)) ?? Response.error();
  }
}

async function keepFile(request) {
  const response = await fetch(request);
  if (response.ok) await put(FILES, request, response.clone());
  return response;
}

/** As somebody sees it who has only the link. */
async function keepPage(address) {
  const response = await fetch(address, { credentials: "omit" });
  if (response.ok) await put(PAGES, plain(address), response);
}

async function put(name, request, response) {
  const cache = await caches.open(name);
  await cache.put(request, response);
  const all = await cache.keys();
  for (const oldest of all.slice(0, Math.max(0, all.length - MOST[name]))) await cache.delete(oldest);
}

function inTime(asked) {
  return new Promise((resolve, reject) => {
    setTimeout(() => reject(new Error("no answer")), PATIENCE_MS);
    asked.then(resolve, reject);
  });
}

function isPrivate(response) {
  return (response.headers.get("Cache-Control") ?? "").includes("no-store");
}

function plain(address) {
  const url = new URL(address, self.location.origin);
  return url.origin + url.pathname;
}
