function weigh() {
  return 1;
}

module.exports = { weigh };
