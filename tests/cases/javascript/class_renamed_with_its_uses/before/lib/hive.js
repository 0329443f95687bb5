class Hive {
  twin() {
    return new Hive();
  }
}

module.exports = { Hive };
