function label() {
  return "Honig für René";
}

function weigh() {
  return 1;
}

module.exports = { label, weigh };
