<?php

namespace Waxmoor\Hives;

class Colony
{
}
