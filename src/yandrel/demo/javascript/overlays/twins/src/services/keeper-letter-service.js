'use strict';

class LetterWriter {
  constructor(greeting) {
    this.greeting = greeting;
  }

  write(lines) {
    return [`${this.greeting},`, '', ...lines].join('\n');
  }
}

function tellKeeper(count) {
  return new LetterWriter('Dear keeper').write([`keeper ${count}`]);
}

module.exports = { LetterWriter, tellKeeper };
