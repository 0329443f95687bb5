<?php

namespace Waxmoor\Models;

class Harvest
{
    public Grade $grade = Grade::Clear;
}
