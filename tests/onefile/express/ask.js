const { app } = require('./server');

const server = app.listen(0, async () => {
  const base = `http://localhost:${server.address().port}`;
  const ask = async (method, path, body, headers = {}) => {
    const answer = await fetch(base + path, {
      method,
      headers: { 'content-type': 'application/json', ...headers },
      body: body && JSON.stringify(body),
    });
    console.log(method, path, answer.status, await answer.text());
  };
  await ask('GET', '/');
  await ask('GET', '/hives');
  await ask('POST', '/hives', { place: 'Heather' });
  await ask('POST', '/hives', {});
  await ask('POST', '/hives', { place: 'Orchard' });
  await ask('GET', '/hives/2');
  await ask('GET', '/hives/9');
  await ask('POST', '/harvests', { hive: 1, grams: 100 });
  await ask('POST', '/harvests', { hive: 1, grams: 100 }, { 'x-keeper': 'Wynn' });
  await ask('GET', '/harvests');
  await ask('GET', '/keepers');
  await ask('GET', '/keepers', undefined, { 'x-keeper': 'Wynn' });
  await ask('POST', '/keepers', {});
  await ask('POST', '/keepers', { name: 'Wynn' });
  await ask('GET', '/keepers/Wynn');
  await ask('DELETE', '/hives/1');
  await ask('GET', '/hives/');
  await ask('PATCH', '/hives/1');
  server.close();
});
