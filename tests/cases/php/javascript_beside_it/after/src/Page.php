<?php

namespace Waxmoor;

class Page
{
    public function script(): string
    {
        return file_get_contents(__DIR__ . '/../web/static/assets/assets/js/hives.js');
    }
}
