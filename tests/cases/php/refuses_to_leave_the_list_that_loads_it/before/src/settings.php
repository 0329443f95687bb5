<?php

return ['largest' => 40];
