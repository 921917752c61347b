-- +goose Up
-- The sides a plant, a plan or the house takes where growers differ are one list, by the question.
-- What is not taken is left out of it; what cannot be read stays as it is.
UPDATE documents SET doc = json_set(
    json_remove(doc, '$.dead_dry_roots', '$.clinging_medium', '$.spike_at_rescue', '$.repot_in_flower',
        '$.small_rot_patch',
        '$.peroxide', '$.cut_powder', '$.bare_without_tips', '$.medium', '$.pot_wall'),
    '$.sides', json(json_patch('{}', json_object(
        'dead_dry_roots', NULLIF(doc ->> 'dead_dry_roots', ''),
        'clinging_medium', NULLIF(doc ->> 'clinging_medium', ''),
        'spike_at_rescue', NULLIF(doc ->> 'spike_at_rescue', ''),
        'repot_in_flower', NULLIF(doc ->> 'repot_in_flower', ''),
        'small_rot_patch', NULLIF(doc ->> 'small_rot_patch', ''),
        'peroxide', NULLIF(doc ->> 'peroxide', ''),
        'cut_powder', NULLIF(doc ->> 'cut_powder', ''),
        'bare_without_tips', NULLIF(doc ->> 'bare_without_tips', ''),
        'medium', NULLIF(doc ->> 'medium', ''),
        'pot_wall', NULLIF(doc ->> 'pot_wall', '')
    )))
) WHERE kind IN ('intake', 'house', 'plan') AND json_valid(doc);
UPDATE bases SET doc = json_set(
    json_remove(doc, '$.dead_dry_roots', '$.clinging_medium', '$.spike_at_rescue', '$.repot_in_flower',
        '$.small_rot_patch',
        '$.peroxide', '$.cut_powder', '$.bare_without_tips', '$.medium', '$.pot_wall'),
    '$.sides', json(json_patch('{}', json_object(
        'dead_dry_roots', NULLIF(doc ->> 'dead_dry_roots', ''),
        'clinging_medium', NULLIF(doc ->> 'clinging_medium', ''),
        'spike_at_rescue', NULLIF(doc ->> 'spike_at_rescue', ''),
        'repot_in_flower', NULLIF(doc ->> 'repot_in_flower', ''),
        'small_rot_patch', NULLIF(doc ->> 'small_rot_patch', ''),
        'peroxide', NULLIF(doc ->> 'peroxide', ''),
        'cut_powder', NULLIF(doc ->> 'cut_powder', ''),
        'bare_without_tips', NULLIF(doc ->> 'bare_without_tips', ''),
        'medium', NULLIF(doc ->> 'medium', ''),
        'pot_wall', NULLIF(doc ->> 'pot_wall', '')
    )))
) WHERE kind IN ('intake', 'house', 'plan') AND json_valid(doc);
