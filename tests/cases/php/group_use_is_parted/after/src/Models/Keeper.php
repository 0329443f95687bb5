<?php

namespace Waxmoor\Models;

class Keeper
{
}
