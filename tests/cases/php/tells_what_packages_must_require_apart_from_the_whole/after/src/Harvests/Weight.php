<?php

namespace Waxmoor\Harvests;

class Weight
{
}
