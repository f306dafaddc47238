// What was typed and not sent yet comes back when its page does: after a wrong turn, or
// after the units were changed. It is kept in the browser, for as long as its window is open.
(() => {
  const kept = "draft:";
  const forms = () => document.querySelectorAll("form[method=post][data-form], #plan-form");
  const keyOf = (form) => {
    const at = new URLSearchParams(location.search);
    for (const once of ["said", "done", "group"]) at.delete(once);
    return kept + [location.pathname, at, form.getAttribute("action"), form.dataset.form].join("|");
  };
  const changed = (f) => {
    if (!f.name || f.disabled || /^(hidden|file|submit|button)$/.test(f.type)) return false;
    if (f.type === "checkbox" || f.type === "radio") return f.checked !== f.defaultChecked;
    if (f.options) return [...f.options].some((o) => o.selected !== o.defaultSelected) && f.value !== ([...f.options].find((o) => o.defaultSelected) || f.options[0])?.value;
    return f.value !== f.defaultValue;
  };
  const unitOf = (f) => f.closest(".with")?.querySelector(".unit")?.textContent || "";
  const bare = /^[\d\s.,–-]+$/;

  const keep = (form) => {
    const typed = [...form.elements].filter(changed).map((f) => [f.name, f.type === "checkbox" || f.type === "radio" ? f.checked : f.value, f.type === "radio" ? f.value : unitOf(f)]);
    if (typed.length) sessionStorage.setItem(keyOf(form), JSON.stringify(typed));
    else sessionStorage.removeItem(keyOf(form));
  };
  const drop = (form) => sessionStorage.removeItem(keyOf(form));

  const put = (form, [name, value, unit]) => {
    const f = [...form.elements].find((e) => e.name === name && (e.type !== "radio" || e.value === unit));
    if (!f || changed(f) || f.closest("[aria-invalid]")) return false;
    if (typeof value === "boolean") f.checked = value;
    else f.value = unit && unit !== unitOf(f) && bare.test(value) ? `${value} ${unit}` : value;
    if (!changed(f)) return false;
    f.dispatchEvent(new Event("input", { bubbles: true }));
    return true;
  };
  const restore = (form) => {
    const text = sessionStorage.getItem(keyOf(form));
    if (!text || form.querySelector(".restored")) return;
    if (!JSON.parse(text).map((one) => put(form, one)).includes(true)) return;
    const said = document.createElement("p");
    said.className = "says restored";
    said.setAttribute("role", "status");
    const empty = document.createElement("button");
    empty.type = "button";
    empty.className = "go plain";
    empty.textContent = "Start afresh";
    empty.onclick = () => {
      form.reset();
      drop(form);
      said.remove();
      form.dispatchEvent(new Event("input", { bubbles: true }));
    };
    said.append("What you typed before is back. ", empty);
    form.prepend(said);
    for (let at = form.closest("details"); at; at = at.parentElement.closest("details")) at.open = true;
  };
  const restoreAll = () => forms().forEach(restore);

  const mine = (e) => (e.target.form && [...forms()].includes(e.target.form) ? e.target.form : null);
  addEventListener("input", (e) => mine(e) && keep(mine(e)), true);
  addEventListener("change", (e) => mine(e) && keep(mine(e)), true);
  addEventListener("submit", (e) => e.target.method === "post" && drop(e.target), true);
  for (const trouble of ["htmx:sendError", "htmx:responseError"]) document.addEventListener(trouble, (e) => {
    const form = e.detail.elt.closest?.("form[method=post]");
    if (form) keep(form);
  });
  document.addEventListener("htmx:afterSettle", (e) => e.detail.target.id === "page" && restoreAll());
  restoreAll();
})();
