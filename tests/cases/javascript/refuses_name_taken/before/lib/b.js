const first = 2;

export default first;
