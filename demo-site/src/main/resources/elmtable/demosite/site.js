const get = (path) => fetch(path).then((answer) => answer.json());
const post = (path, body) =>
  fetch(path, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }).then(
    async (answer) => ({ ok: answer.ok, ...(await answer.json()) }),
  );
const one = (selector) => document.querySelector(selector);

for (const link of document.querySelectorAll('header a')) {
  if (link.getAttribute('href') === location.pathname) link.setAttribute('aria-current', 'page');
}

async function welcomeMember() {
  const visit = await get('/visit');
  one('.who').textContent = visit.member ? visit.member : 'not signed in';
  return visit;
}
