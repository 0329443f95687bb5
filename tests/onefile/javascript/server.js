const crypto = require('crypto');
const http = require('http');

const SHARE_PERCENT = 90;

/** A hive of a keeper. */
class Hive {
  constructor(name, keeper) {
    this.name = name;
    this.keeper = keeper;
  }
}

class HiveStore {
  constructor() {
    this.rows = [];
  }

  add(hive) {
    hive.number = this.rows.length + 1;
    hive.key = crypto.randomUUID();
    this.rows.push(hive);
    return hive;
  }

  all() {
    return this.rows;
  }
}

const hives = new HiveStore();
const harvests = new Map();

class InvalidError extends Error {}

function checkName(name) {
  if (!name || !name.trim()) throw new InvalidError('a name is missing');
}

function listHives(req, res) {
  res.end(JSON.stringify(hives.all()));
}

const openHive = (req, res) => {
  checkName(req.query.get('name'));
  res.end(JSON.stringify(hives.add(new Hive(req.query.get('name'), Number(req.query.get('keeper'))))));
};

function share(grams) {
  return Math.floor((grams * SHARE_PERCENT) / 100);
}

async function recordHarvest(req, res) {
  const hive = Number(req.query.get('hive'));
  const all = harvests.get(hive) || [];
  all.push(Number(req.query.get('grams')));
  harvests.set(hive, all);
  res.end(JSON.stringify({ total: share(all.reduce((sum, grams) => sum + grams, 0)) }));
}

function signedIn(req, res, next) {
  if (!req.query.get('keeper') && !req.query.get('hive')) return res.end('sign in first');
  return next();
}

const routes = {
  '/hives': listHives,
  '/hives/open': openHive,
  '/harvests/record': recordHarvest,
};

const server = http.createServer(async (req, res) => {
  const url = new URL(req.url, 'http://localhost');
  req.query = url.searchParams;
  try {
    await signedIn(req, res, () => routes[url.pathname](req, res));
  } catch (error) {
    res.end(error instanceof InvalidError ? error.message : 'something went wrong');
  }
});

if (require.main === module) server.listen(3000);

module.exports = server;
