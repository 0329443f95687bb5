<?php

namespace Waxmoor\Models;

class Frame
{
}
