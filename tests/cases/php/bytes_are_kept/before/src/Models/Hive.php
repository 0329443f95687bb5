<?php

namespace Waxmoor\Models;

class Hive extends Base
{
	# tabs stay  
}