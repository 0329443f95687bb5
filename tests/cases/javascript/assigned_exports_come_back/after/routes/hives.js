const router = require('../router')();
const hives = require('../controllers/hives');
const { weigh, add } = require('../controllers/hives');

router.get('/', hives.list);
router.post('/', add);
router.get('/weight', (req, res) => res.json(weigh(req.body)));

module.exports = router;
