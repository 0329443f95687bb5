<?php

namespace Waxmoor\Domain\Models\Mails;

class Letter
{
}
