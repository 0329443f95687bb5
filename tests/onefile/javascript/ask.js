const server = require('./server');

const wanted = {
  '/hives/open?name=Heather&keeper=1': '"name":"Heather"',
  '/hives/open?keeper=1': 'a name is missing',
  '/hives?keeper=1': 'Heather',
  '/harvests/record?hive=1&grams=1000': '"total":900',
  '/hives': 'sign in first',
};

server.listen(0, async () => {
  for (const [path, text] of Object.entries(wanted)) {
    const answer = await (await fetch(`http://localhost:${server.address().port}${path}`)).text();
    if (!answer.includes(text)) throw new Error(`${path}: ${answer}`);
  }
  console.log('every route answers');
  server.close();
});
