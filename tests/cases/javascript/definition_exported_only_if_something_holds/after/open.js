exports.open = () => 'open';

const connect = (url, path = '/') => new URL(path, url);
exports.connect = connect;
