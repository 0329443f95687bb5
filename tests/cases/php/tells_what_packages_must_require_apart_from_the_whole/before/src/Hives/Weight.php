<?php

namespace Waxmoor\Hives;

class Weight
{
}
