<?php

namespace Waxmoor;

use Waxmoor\Domain\Models;
use Waxmoor\Domain\Models\Mails as Post;

class Index
{
    /** @return Models\Hive */
    public function hive(): Models\Hive
    {
        return new \Waxmoor\Domain\Models\Hive();
    }

    public function letter(): Post\Letter
    {
        return new Models\Mails\Letter();
    }
}
