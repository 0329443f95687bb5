<?php

namespace Waxmoor\Shared;

#[\Attribute]
class Season
{
}
