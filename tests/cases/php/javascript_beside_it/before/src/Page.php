<?php

namespace Waxmoor;

class Page
{
    public function script(): string
    {
        return file_get_contents(__DIR__ . '/../assets/js/hives.js');
    }
}
