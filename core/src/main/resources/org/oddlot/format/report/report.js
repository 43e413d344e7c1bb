"use strict";
// Sorts and filters the tables of a report; sums follow what is shown.
for (const section of document.querySelectorAll("section")) {
  const table = section.querySelector("table");
  if (!table) continue;
  const body = table.tBodies[0];
  const heads = [...table.tHead.rows[0].cells];
  const rows = [...body.rows].filter((row) => !row.classList.contains("group"));
  const groups = [...body.rows].filter((row) => row.classList.contains("group"));
  const said = section.querySelector("output");
  const value = (row, i) => {
    const cell = row.cells[i];
    return heads[i].dataset.kind === "number"
      ? cell.textContent === "" ? -Infinity : Number(cell.dataset.v ?? cell.textContent)
      : cell.textContent.toLowerCase();
  };
  const clock = (seconds) => {
    const ms = Math.round(seconds * 1000), two = (n) => String(n).padStart(2, "0");
    return `${Math.floor(ms / 3600000)}:${two(Math.floor(ms / 60000) % 60)}:${two(Math.floor(ms / 1000) % 60)}.${String(ms % 1000).padStart(3, "0")}`;
  };
  const number = (n, places) =>
    n.toLocaleString("en-US", { minimumFractionDigits: places, maximumFractionDigits: places });
  const sum = () => {
    const foot = table.tFoot && table.tFoot.rows[0];
    const shown = rows.filter((row) => !row.hidden);
    said.textContent = shown.length === rows.length ? "" : `${number(shown.length, 0)} of ${number(rows.length, 0)} rows`;
    if (!foot) return;
    heads.forEach((head, i) => {
      const kind = head.dataset.sum;
      if (!kind) return;
      const all = shown.reduce((sum, row) => sum + Math.max(0, Number.isFinite(value(row, i)) ? value(row, i) : 0), 0);
      foot.cells[i].textContent = kind === "time" ? clock(all) : number(all, kind === "number" ? 2 : 0);
    });
  };
  heads.forEach((head, i) => {
    const button = head.firstElementChild;
    if (!head.dataset.kind) return;
    button.addEventListener("keydown", (event) => {
      if (event.key === "Enter" || event.key === " ") { event.preventDefault(); button.click(); }
    });
    button.addEventListener("click", () => {
      const down = head.getAttribute("aria-sort") === "ascending";
      heads.forEach((other) => other.removeAttribute("aria-sort"));
      head.setAttribute("aria-sort", down ? "descending" : "ascending");
      groups.forEach((row) => { row.hidden = true; });
      const sorted = rows.map((row, at) => [value(row, i), at, row])
        .sort((a, b) => (a[0] < b[0] ? -1 : a[0] > b[0] ? 1 : a[1] - b[1]) * (down ? -1 : 1));
      body.append(...sorted.map((entry) => entry[2]));
    });
  });
  section.querySelector("input").addEventListener("input", (event) => {
    const wanted = event.target.value.toLowerCase().trim();
    // A number is found with its thousands apart and without.
    const has = (text) => text.includes(wanted) || text.replaceAll(",", "").includes(wanted);
    for (const row of rows) row.hidden = wanted !== "" && !has(row.textContent.toLowerCase());
    groups.forEach((row) => { row.hidden = wanted !== ""; });
    sum();
  });
}
