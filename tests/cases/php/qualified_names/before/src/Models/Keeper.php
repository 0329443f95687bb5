<?php

namespace Waxmoor\Models;

class Keeper extends namespace\Hive
{
    public function mail(): Mails\Letter
    {
        return new Mails\Letter();
    }
}
