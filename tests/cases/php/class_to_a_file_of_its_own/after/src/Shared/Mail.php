<?php

namespace Waxmoor\Shared;

class Mail
{
}
