<?php

echo 'Waxmoor';
