const { Server } = require('./server');

const server = new Server('Waxmoor').listen(0, async () => {
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
  await ask('POST', '/hives', { place: 'Gorse' });
  await ask('GET', '/hives');
  await ask('GET', '/about');
  await ask('GET', '/meadow');
  await ask('GET', '/asked');
  await ask('GET', '/asked');
  await ask('GET', '/keepers');
  server.close();
});
