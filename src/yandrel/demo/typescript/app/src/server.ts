import { createServer } from 'node:http';

import { handle } from './app.js';

const server = createServer(async (request, response) => {
  const chunks: Buffer[] = [];
  for await (const chunk of request) {
    chunks.push(chunk);
  }
  const text = Buffer.concat(chunks).toString();
  const answer = handle({
    method: request.method ?? 'GET',
    path: (request.url ?? '/').split('?')[0]!,
    body: text ? JSON.parse(text) : {},
    headers: request.headers as Record<string, string | undefined>,
  });
  response.writeHead(answer.status, { 'content-type': 'application/json' });
  response.end(JSON.stringify(answer.body));
});

server.listen(Number(process.env.PORT ?? 8000));
