let port = 0;

module.exports = {
  parse() {
    port = 8080;
  },
  get port() {
    return port;
  },
};
