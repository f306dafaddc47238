// Keys, the working sheet and focus. Everything here is a convenience: each page
// works without it.
(() => {
  const sheet = document.getElementById("sheet");
  const keys = document.getElementById("keys");
  let opener = null;
  document.documentElement.classList.add("scripted");
  const now = new Date();
  const two = (n) => String(n).padStart(2, "0");
  document.cookie = `day=${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}; path=/; max-age=86400; samesite=strict`;

  const closeSheet = () => {
    if (!sheet.firstChild) return false;
    sheet.replaceChildren();
    if (opener && opener.isConnected) opener.focus();
    return true;
  };

  document.addEventListener("click", (e) => {
    const working = e.target.closest("a.w, a.term");
    if (working && !e.ctrlKey && !e.metaKey && !e.shiftKey) {
      e.preventDefault();
      opener = working;
      htmx.ajax("GET", working.getAttribute("href"), { target: "#sheet", swap: "innerHTML" }).then(() => sheet.focus());
      return;
    }
    if (e.target.closest("#sheet .close")) closeSheet();
    if (e.target.closest("#keys-open")) keys.showModal();
  });

  const typing = (el) => el.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(el.tagName);
  const go = (selector) => {
    const el = document.querySelector(selector);
    if (el) el.click();
  };
  const newEntry = () => {
    const entry = document.querySelector("#entries details[open]") || document.querySelector("#entries details");
    if (!entry) return;
    entry.open = true;
    const field = entry.querySelector("input:not([type=hidden]), textarea, select");
    if (field) {
      field.focus();
      if (field.select) field.select();
    }
  };

  document.addEventListener("keydown", (e) => {
    if (e.key === "Escape") {
      if (!closeSheet() && typing(e.target)) e.target.blur();
      return;
    }
    if (e.ctrlKey || e.metaKey || e.altKey || typing(e.target) || keys.open) return;
    if (/^[1-9]$/.test(e.key)) go(`.stages a[data-key="${e.key}"]`);
    else if (e.key === "/") document.getElementById("find").focus();
    else if (e.key === "e") newEntry();
    else if (e.key === "w") go("#weigh");
    else if (e.key === ".") go("#step");
    else if (e.key === "?") keys.showModal();
    else return;
    e.preventDefault();
  });

  // After an entry: the first thing wrong, else what was saved, has the focus.
  const lookAt = (selector) => document.querySelector(selector)?.focus();
  const wrong = '#page [aria-invalid="true"], #page .wrong[role=alert]:not(:empty)';
  document.body.addEventListener("htmx:afterSettle", (e) => {
    if (e.detail.target.id === "page") lookAt(wrong + ", #page [data-focus]");
  });
  lookAt(wrong);

  // Nothing moves under a thumb, nor under the space bar: an answer that comes while something is being
  // pressed is drawn when it has been.
  let pressing = false;
  let waiting = [];
  const press = (e) => (pressing = !!e.target.closest?.("button, a, summary, label, input, select"));
  const release = () => setTimeout(() => {
    pressing = false;
    const came = waiting;
    waiting = [];
    for (const { elt, xhr } of came) if (elt.isConnected) xhr.onload();
  });
  addEventListener("pointerdown", press, true);
  addEventListener("keydown", (e) => e.key === " " && e.target.matches?.("button, summary, [type=checkbox], [type=radio]") && press(e), true);
  for (const up of ["pointerup", "pointercancel"]) addEventListener(up, release, true);
  addEventListener("keyup", (e) => e.key === " " && release(), true);
  addEventListener("blur", release); // of the window: who looks away has let go
  // An answer to what a form said before it was typed in again is let go: the next is on
  // its way, and drawing this one would take back what was ticked in between.
  const typed = new WeakMap(), sent = new WeakMap();
  addEventListener("input", (e) => e.target.form && typed.set(e.target.form, performance.now()), true);
  document.body.addEventListener("htmx:beforeSend", (e) => sent.set(e.detail.xhr, performance.now()));
  document.body.addEventListener("htmx:beforeOnLoad", (e) => {
    const { elt, xhr, requestConfig } = e.detail;
    if (elt.tagName === "FORM" && requestConfig.verb === "get" && typed.get(elt) > sent.get(xhr)) return e.preventDefault();
    if (!pressing || e.detail.requestConfig.verb !== "get") return;
    e.preventDefault();
    waiting.push(e.detail);
  });

  // No signal, or trouble on the other side: what was typed stays, and sending it
  // again counts once.
  const trouble = (said) => (e) => {
    const form = e.detail.elt.closest("form[method=post]");
    if (!form || e.detail.requestConfig.verb === "get") return;
    let at = form.querySelector(".wrong[role=alert]");
    if (!at) {
      at = document.createElement("p");
      at.className = "wrong";
      at.setAttribute("role", "alert");
      form.prepend(at);
    }
    at.textContent = said;
    at.scrollIntoView({ block: "nearest" });
  };
  document.body.addEventListener("htmx:sendError", trouble("No connection: this is not saved yet. What you typed is still here; send it again when you have a signal. It counts once."));
  document.body.addEventListener("htmx:responseError", trouble("Something went wrong on the other side: this may not be saved. What you typed is still here; send it again, it counts once."));

  // The scale stand-in: each press puts the next reading under the last.
  document.addEventListener("click", async (e) => {
    const button = e.target.closest("[data-scale]");
    if (!button) return;
    const column = button.closest("form").querySelector("textarea");
    const lines = column.value.split("\n").filter((l) => l.trim());
    const drawn = document.querySelectorAll(".tray .tb").length;
    const answer = await fetch(`/read/scale?n=${drawn + lines.length + 1}`, { headers: { "HX-Request": "true" } });
    if (!answer.ok) return;
    lines.push((await answer.text()).trim());
    column.value = lines.join("\n") + "\n";
    column.scrollTop = column.scrollHeight;
    column.dispatchEvent(new Event("input", { bubbles: true }));
  });

  // A stand-in for a device puts its reading into the field before it.
  document.addEventListener("click", async (e) => {
    const button = e.target.closest("[data-device]");
    if (!button) return;
    button.dataset.times = Number(button.dataset.times || -1) + 1;
    const answer = await fetch(`${button.dataset.device}&k=${button.dataset.times}`, { headers: { "HX-Request": "true" } });
    if (!answer.ok) return;
    const field = button.parentElement.querySelector("input");
    field.value = (await answer.text()).trim();
    field.dispatchEvent(new Event("input", { bubbles: true }));
  });

  // A day chosen from the calendar is written into the field beside it.
  document.addEventListener("change", (e) => {
    const pick = e.target.closest(".pick");
    if (!pick || !pick.value) return;
    const [year, month, day] = pick.value.split("-").map(Number);
    const name = "Jan Feb Mar Apr May Jun Jul Aug Sep Oct Nov Dec".split(" ")[month - 1];
    const field = pick.parentElement.querySelector("[name]");
    field.value = pick.hasAttribute("data-month-first") ? `${name} ${day}, ${year}` : `${day} ${name} ${year}`;
    field.dispatchEvent(new Event("input", { bubbles: true }));
    field.focus();
  });

  // All bags of a place at one press, or none of them.
  document.addEventListener("click", (e) => {
    const button = e.target.closest("[data-tick-all]");
    if (!button) return;
    const boxes = [...button.closest("fieldset").querySelectorAll("input[type=checkbox]")];
    const all = boxes.every((b) => b.checked);
    for (const b of boxes) b.checked = !all;
  });

  // A bag on the terrace is dragged to another spot.
  document.addEventListener("pointerdown", (e) => {
    const bag = e.target.closest(".terrace [data-bag]");
    if (!bag) return;
    e.preventDefault();
    const svg = bag.ownerSVGElement;
    const form = document.getElementById("drag-form");
    const at = (ev) => new DOMPoint(ev.clientX, ev.clientY).matrixTransform(svg.getScreenCTM().inverse());
    const start = at(e);
    const from = bag.transform.baseVal.consolidate().matrix;
    let moved = false;
    bag.classList.add("held");
    const drag = (ev) => {
      const p = at(ev);
      moved = moved || Math.hypot(p.x - start.x, p.y - start.y) > 3;
      bag.setAttribute("transform", `translate(${from.e + p.x - start.x} ${from.f + p.y - start.y})`);
    };
    const drop = (ev) => {
      removeEventListener("pointermove", drag);
      removeEventListener("pointerup", drop);
      removeEventListener("pointercancel", drop);
      bag.classList.remove("held");
      if (!moved || ev.type === "pointercancel") {
        bag.setAttribute("transform", `translate(${from.e} ${from.f})`);
        return;
      }
      const p = at(ev);
      const scale = Number(svg.dataset.scaleM);
      form.elements.bag.value = bag.dataset.bag;
      form.elements.x.value = ((from.e + p.x - start.x - Number(svg.dataset.x0)) / scale).toFixed(2);
      form.elements.y.value = ((Number(svg.dataset.y0) - (from.f + p.y - start.y)) / scale).toFixed(2);
      form.requestSubmit();
    };
    addEventListener("pointermove", drag);
    addEventListener("pointerup", drop);
    addEventListener("pointercancel", drop);
  });

  // A label that was scanned: the new entry is at hand, once the browser has
  // scrolled to it.
  if (location.hash === "#entries") addEventListener("load", () => setTimeout(newEntry, 0));

  document.addEventListener("change", (e) => {
    if (e.target.id === "units") e.target.form.requestSubmit();
  });
})();
