export = { season: { first: 4, last: 9 } };
