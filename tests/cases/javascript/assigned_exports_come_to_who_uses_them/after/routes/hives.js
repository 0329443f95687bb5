const router = require('../router')();
const hives = require('../controllers/hives');
const { weigh } = require('../controllers/hives');
const { add } = require('../controllers/greeting');

router.get('/', hives.list);
router.post('/', add);
router.get('/weight', (req, res) => res.json(weigh(req.body)));

module.exports = router;
