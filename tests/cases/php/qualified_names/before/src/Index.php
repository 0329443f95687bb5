<?php

namespace Waxmoor;

use Waxmoor\Models;
use Waxmoor\Models\Mails as Post;

class Index
{
    /** @return Models\Hive */
    public function hive(): Models\Hive
    {
        return new \Waxmoor\Models\Hive();
    }

    public function letter(): Post\Letter
    {
        return new Models\Mails\Letter();
    }
}
