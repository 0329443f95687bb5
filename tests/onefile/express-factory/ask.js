const { createApp } = require('./server');

const server = createApp({ title: 'Waxmoor' }).listen(0, async () => {
  const base = `http://localhost:${server.address().port}`;
  const ask = async (method, path, body) => {
    const answer = await fetch(base + path, {
      method,
      headers: { 'content-type': 'application/json' },
      body: body && JSON.stringify(body),
    });
    console.log(method, path, answer.status, await answer.text());
  };
  await ask('GET', '/hives');
  await ask('POST', '/hives', { place: 'Heather' });
  await ask('GET', '/hives/1');
  await ask('GET', '/hives/9');
  await ask('GET', '/asked');
  await ask('GET', '/asked');
  await ask('POST', '/keepers', { name: 'Wynn' });
  await ask('GET', '/keepers');
  await ask('GET', '/about');
  await ask('GET', '/nothing');
  server.close();
});
