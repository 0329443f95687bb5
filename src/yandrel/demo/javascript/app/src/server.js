'use strict';

const { createServer } = require('node:http');

const { handle } = require('./app');

const server = createServer(async (request, response) => {
  const chunks = [];
  for await (const chunk of request) {
    chunks.push(chunk);
  }
  const text = Buffer.concat(chunks).toString();
  const answer = handle({
    method: request.method,
    path: request.url.split('?')[0],
    body: text ? JSON.parse(text) : {},
    headers: request.headers,
  });
  response.writeHead(answer.status, { 'content-type': 'application/json' });
  response.end(JSON.stringify(answer.body));
});

server.listen(Number(process.env.PORT ?? 8000));
