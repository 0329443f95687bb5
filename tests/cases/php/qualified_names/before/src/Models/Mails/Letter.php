<?php

namespace Waxmoor\Models\Mails;

class Letter
{
}
