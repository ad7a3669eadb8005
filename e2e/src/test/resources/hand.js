/**
 * Goes through every moment of every test of the station that is open, marks everything, does the first retest, and lists
 * what does not fit the screen or is too small for a thumb.
 */
async () => {
  const SMALLEST = 48;
  // what a touch has changed is written at once, and measuring lays it out
  const frame = () => new Promise((done) => setTimeout(done));
  const all = (selector) => [...document.querySelectorAll(selector)];
  const tabs = () => all('[data-testid=moments] [role=tab]');
  const main = () => document.querySelector('[data-testid=main]');
  const choice = () => document.querySelector('main .choice select');
  const wrong = [];
  let moments = 0;
  let test = '';

  const shown = (e) => {
    const { width, height } = e.getBoundingClientRect();
    return width > 0 && height > 0 && !e.closest('dialog');
  };
  const higher = (selector) => {
    const e = document.querySelector(selector);
    return e ? Math.max(e.scrollHeight - e.clientHeight, e.scrollWidth - e.clientWidth) : 0;
  };

  function look(where) {
    moments++;
    const says = (what) => wrong.push(`${test}, ${where}: ${what}`);
    for (const part of ['html', '[data-testid=stage]', '[data-testid=touched]'])
      if (higher(part) > 1) says(`${part} is ${higher(part)} px too large`);
    for (const e of all('main button, main .reach, main select, main input:not([type=checkbox]), main label')) {
      if (!shown(e)) continue;
      const { width, height, bottom, right } = e.getBoundingClientRect();
      const name = (e.textContent || e.ariaLabel || e.parentElement.dataset.spot || '').trim().slice(0, 30);
      const small = e.tagName === 'LABEL' ? height : Math.min(width, height);
      if (small < SMALLEST - 0.5) says(`${name} is ${Math.round(width)} × ${Math.round(height)} px`);
      if (bottom > innerHeight + 1 || right > innerWidth + 1) says(`${name} is outside`);
    }
  }

  /** The first moment of the test, where another can be chosen. */
  async function setUp() {
    for (let tries = 0; tries < 50; tries++) {
      tabs()[0].click();
      await frame();
      if (tabs()[0].ariaSelected === 'true') return;
    }
  }

  async function through(what) {
    for (const i of tabs().keys()) {
      tabs()[i].click();
      await frame();
      const where = `${what}${tabs()[i].textContent.trim()}`;
      look(where);
      while (main().dataset.step) {
        main().click();
        await frame();
        look(`${where}, on`);
      }
      for (const spot of all('[data-spot]')) spot.dispatchEvent(new MouseEvent('click', { bubbles: true }));
      await frame();
      look(`${where}, all marked`);
    }
  }

  // what others wrote about this athlete may still be on its way, and then the station stands anew
  await new Promise((done) => setTimeout(done, 400));
  await setUp();
  const tests = choice() ? [...choice().options].map((o) => [o.value, o.textContent]) : [['', '']];
  for (const [id, name] of tests) {
    test = name;
    await setUp();
    if (id) {
      choice().value = id;
      choice().dispatchEvent(new Event('change', { bubbles: true }));
      await frame();
    }
    await through('');
    tabs().at(-2).click();
    await frame();
    const offer = document.querySelector('[data-testid=retests] button');
    if (!offer) continue;
    offer.click();
    await frame();
    await through('retest, ');
    tabs()[0].click();
    await frame();
    document.querySelector('[data-testid=retest] button').click();
    await frame();
  }
  return { moments, wrong };
};
