<?php

namespace Waxmoor\Harvests;

class Harvest
{
}
