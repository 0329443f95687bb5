'use strict';

class LetterWriter {
  constructor(greeting) {
    this.greeting = greeting;
  }

  write(lines) {
    return [`${this.greeting},`, '', ...lines].join('\n');
  }
}

function tellHive(count) {
  return new LetterWriter('Dear keeper').write([`hive ${count}`]);
}

module.exports = { LetterWriter, tellHive };
