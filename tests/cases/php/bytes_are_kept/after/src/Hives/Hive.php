<?php

namespace Waxmoor\Hives;

use Waxmoor\Models\Base;

class Hive extends Base
{
	# tabs stay  
}