class Colony {
  twin() {
    return new Colony();
  }
}

module.exports = { Colony };
