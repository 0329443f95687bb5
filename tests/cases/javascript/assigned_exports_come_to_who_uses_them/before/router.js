module.exports = () => {
  const routes = {};
  return {
    get: (path, handler) => { routes['GET ' + path] = handler; },
    post: (path, handler) => { routes['POST ' + path] = handler; },
    routes,
  };
};
