<?php

namespace Waxmoor\Models;

class Scale
{
    public ?Grade $last = null;
}
