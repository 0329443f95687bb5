function label() {
  return "Honig für René";
}

module.exports = { label };
