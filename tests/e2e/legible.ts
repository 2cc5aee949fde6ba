import type { Page } from "@playwright/test";

/**
 * What a person meets on a page that does not fit its screen, a line for each fault: sideways scrolling, targets that a finger misses, text
 * that is too small, cut off or lies over other text, headings that are read in another order than they stand.
 */
export const faultsOfLayout = (page: Page): Promise<readonly string[]> =>
  page.evaluate(() => {
    const faults: string[] = [];
    const LEAST_TARGET = 44;
    const LEAST_TEXT = 16;
    /** In a drawing that is made smaller as a whole, on a phone. */
    const LEAST_DRAWN = 12;
    const ONE_COLUMN = 600;
    const name = (element: Element) => {
      const text = (element.getAttribute("aria-label") ?? element.textContent ?? "").trim().replace(/\s+/g, " ");
      return `${element.tagName.toLowerCase()} “${text.slice(0, 40)}”`;
    };
    const wide = document.documentElement.clientWidth;
    const over = document.documentElement.scrollWidth - wide;
    if (over > 1) faults.push(`the page scrolls ${over} px sideways`);
    const isShown = (element: Element) => {
      // What is folded away has a box too.
      if (!element.checkVisibility({ visibilityProperty: true, opacityProperty: true })) return false;
      const { width, height } = element.getBoundingClientRect();
      return width > 1 && height > 1;
    };
    /** The box of an element as far as everything around it lets it be seen; undefined where nothing of it is. */
    const seen = (element: Element) => {
      let { left, top, right, bottom } = element.getBoundingClientRect();
      for (let around = element.parentElement; around; around = around.parentElement) {
        const { overflowX, overflowY } = getComputedStyle(around);
        const box = around.getBoundingClientRect();
        if (overflowX !== "visible") [left, right] = [Math.max(left, box.left), Math.min(right, box.right)];
        if (overflowY !== "visible") [top, bottom] = [Math.max(top, box.top), Math.min(bottom, box.bottom)];
      }
      return right - left > 1 && bottom - top > 1 ? { left, top, right, bottom } : undefined;
    };
    const scrolls = (element: Element) => {
      for (let around: Element | null = element; around; around = around.parentElement) {
        const { overflowX } = getComputedStyle(around);
        if (overflowX === "auto" || overflowX === "scroll") return true;
      }
      return false;
    };
    // What is reached by a finger. Links in a sentence are as high as their line, by the rules for targets.
    const targets = [
      ...document.querySelectorAll(
        "button, a[href], input:not([type=hidden]), select, textarea, summary, [role=button], [role=tab], [role=radio], [role=slider], [role=gridcell][tabindex]",
      ),
    ].filter(
      // A listing of a program has lines; the slider under it and the buttons beside that reach the same places. Labels on a
      // part's drawing stand as close as its dimensions: the list beside it and the keys reach each of them.
      (element) => isShown(element) && !element.closest("[aria-hidden=true], [inert], [data-listing], foreignObject"),
    );
    for (const element of targets) {
      const style = getComputedStyle(element);
      const isInline = element.tagName === "A" && style.display === "inline";
      const isHiddenBehind =
        ["INPUT"].includes(element.tagName) && /radio|checkbox|range|file/.test(element.getAttribute("type") ?? "");
      // A box is as large as its label, and a hidden one belongs to it alone.
      const reached = isHiddenBehind ? (element.closest("label") ?? element) : element;
      const box = reached.getBoundingClientRect();
      const { width, height } = box;
      if (isInline || width <= 1 || height <= 1) continue;
      if (Math.round(height) >= LEAST_TARGET && Math.round(width) >= LEAST_TARGET) continue;
      // A target may reach beyond what is drawn of it: a finger beside its middle meets it all the same.
      const [x, y] = [box.left + width / 2, box.top + height / 2];
      const half = LEAST_TARGET / 2 - 1;
      const isMet = [
        [x - half, y],
        [x + half, y],
        [x, y - half],
        [x, y + half],
      ].every(([left = 0, top = 0]) => reached.contains(document.elementFromPoint(left, top)));
      if (!isMet)
        faults.push(`${name(reached)} is ${Math.round(width)} × ${Math.round(height)}, less than ${LEAST_TARGET}`);
    }
    // Text: large enough, and not cut off by its own box.
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    const texts: {
      element: Element;
      box: DOMRect;
      clip: { left: number; top: number; right: number; bottom: number };
    }[] = [];
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const element = node.parentElement;
      const words = node.textContent?.trim() ?? "";
      if (
        !element ||
        words === "" ||
        !isShown(element) ||
        element.closest("svg, script, style, option, select, noscript")
      )
        continue;
      if (element.closest(".visually-hidden") || getComputedStyle(element).clipPath !== "none") continue;
      const size = Number.parseFloat(getComputedStyle(element).fontSize);
      if (size < LEAST_TEXT) faults.push(`text “${words.slice(0, 40)}” is ${size} px`);
      const range = document.createRange();
      range.selectNodeContents(node);
      const whole = range.getBoundingClientRect();
      const clip = seen(element);
      if (whole.width === 0 || !clip) continue;
      if (whole.right > wide + 1 && !scrolls(element))
        faults.push(`text “${words.slice(0, 40)}” runs ${Math.round(whole.right - wide)} px off the screen`);
      // A text that goes on in the next line has a box for each.
      for (const box of range.getClientRects()) texts.push({ element, box, clip });
    }
    for (const element of document.querySelectorAll(
      "button, a, h1, h2, h3, p, dd, dt, td, th, label, span, b, strong, legend",
    )) {
      if (!isShown(element) || element.closest("svg, [aria-hidden=true]")) continue;
      const style = getComputedStyle(element);
      const isClipped =
        (style.overflowX === "hidden" || style.overflowX === "clip") && element.scrollWidth > element.clientWidth + 1;
      if (isClipped && style.textOverflow !== "ellipsis" && element.clientWidth > 1)
        faults.push(`${name(element)} is cut off`);
    }
    // Words that lie over other words.
    const inView = texts.flatMap(({ element, box, clip }) => {
      const shown = {
        left: Math.max(box.left, clip.left, 0),
        top: Math.max(box.top, clip.top),
        right: Math.min(box.right, clip.right, wide),
        bottom: Math.min(box.bottom, clip.bottom),
      };
      return shown.right - shown.left > 2 && shown.bottom - shown.top > 2 ? [{ element, ...shown }] : [];
    });
    const layer = (element: Element) => {
      for (let around: Element | null = element; around; around = around.parentElement) {
        const { position, zIndex } = getComputedStyle(around);
        if (position === "fixed" || position === "sticky") return around;
        if (position === "absolute" && zIndex !== "auto" && zIndex !== "0") return around;
        if (around.getAttribute("role") === "dialog") return around;
      }
      return null;
    };
    const layers = inView.map(({ element }) => layer(element));
    for (let one = 0; one < inView.length; one++)
      for (let other = one + 1; other < inView.length; other++) {
        const [a, b] = [inView[one], inView[other]];
        if (!a || !b || layers[one] !== layers[other] || a.element === b.element) continue;
        if (a.element.contains(b.element) || b.element.contains(a.element)) continue;
        const width = Math.min(a.right, b.right) - Math.max(a.left, b.left);
        const height = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
        // Boxes of neighbouring lines share a few pixels of leading.
        if (width > 3 && height > 0.45 * Math.min(a.bottom - a.top, b.bottom - b.top))
          faults.push(`${name(a.element)} lies over ${name(b.element)}`);
      }
    // Words under a drawing, as far as they are on the screen.
    for (const { element, left, top, right, bottom } of inView) {
      const [x, y] = [(left + right) / 2, (top + bottom) / 2];
      const first = document.elementFromPoint(x, y);
      if (!first?.closest("svg") || element.contains(first) || layer(first) !== layer(element)) continue;
      // A button's own sign, and what is drawn in an element that the words stand in, lie beside them.
      if (!first.closest("svg")?.contains(element)) faults.push(`${name(element)} is covered by a drawing`);
    }
    // Words in drawings: as large as others, and not over each other.
    for (const drawing of document.querySelectorAll("svg")) {
      const words = [...drawing.querySelectorAll("text")].filter((text) => isShown(text) && seen(text));
      for (const text of words) {
        const shownAt = Number.parseFloat(getComputedStyle(text).fontSize) * (text.getScreenCTM()?.a ?? 1);
        if (shownAt < LEAST_DRAWN) faults.push(`drawn text “${text.textContent}” is ${Math.round(shownAt)} px`);
      }
      const boxes = words.map((text) => ({ says: text.textContent, box: text.getBoundingClientRect() }));
      for (const [one, a] of boxes.entries())
        for (const b of boxes.slice(one + 1)) {
          const width = Math.min(a.box.right, b.box.right) - Math.max(a.box.left, b.box.left);
          const height = Math.min(a.box.bottom, b.box.bottom) - Math.max(a.box.top, b.box.top);
          if (width > 3 && height > 0.45 * Math.min(a.box.height, b.box.height))
            faults.push(`drawn text “${a.says}” lies over “${b.says}”`);
        }
    }
    // Read aloud in the order in which it stands: on a screen of one column a heading never comes before one above it.
    if (wide < ONE_COLUMN) {
      let above: { top: number; name: string } | undefined;
      for (const heading of document.querySelectorAll("main h1, main h2, main h3")) {
        if (!isShown(heading) || layer(heading) || !seen(heading) || scrolls(heading)) continue;
        const { top } = heading.getBoundingClientRect();
        if (above && top < above.top - 4)
          faults.push(`${name(heading)} is read after ${above.name}, which stands under it`);
        above = { top, name: name(heading) };
      }
    }
    return [...new Set(faults)];
  });
