-- Up Migration
-- What goes on a piece stands in its pass: one stencil or several, each with its place round the wall, its level, its turn. The bands that
-- art keeps clear of are those of the set.
alter table piece_set add column keep_out jsonb not null default '[]';
update piece_set set
  keep_out = '[{"kind": "lip", "at": {"unit": "degrees", "value": 0}, "width": {"unit": "degrees", "value": 0}},
    {"kind": "base", "at": {"unit": "degrees", "value": 0}, "width": {"unit": "degrees", "value": 0}},
    {"kind": "seam", "at": {"unit": "degrees", "value": 0}, "width": {"unit": "degrees", "value": 0}}]',
  entered = entered || '{"keepOut": [{"kind": "lip", "at": "", "width": ""}, {"kind": "base", "at": "", "width": ""},
    {"kind": "seam", "at": "", "width": ""}]}';
alter table piece_set alter column keep_out drop default;

alter table pass add column placements jsonb;
update pass set
  placements = jsonb_build_array(jsonb_build_object(
    'artworkId', artwork_id, 'artworkIds', to_jsonb(artwork_ids),
    'art', art || jsonb_build_object('name', (select name from artwork where id = artwork_id)),
    'arts', coalesce((select jsonb_agg(case when jsonb_typeof(own.value) = 'object'
        then own.value || jsonb_build_object('name', (select name from artwork where id = artwork_ids[own.ordinality])) else own.value end
      order by own.ordinality) from jsonb_array_elements(arts) with ordinality own), '[]'),
    'artWidth', art_width_mm, 'artHeight', art_height_mm, 'openFraction', open_fraction, 'finest', details -> 'finest',
    'count', 1, 'anchor', 'opposite-seam', 'at', '{"unit": "degrees", "value": 0}'::jsonb, 'level', 'middle',
    'clear', details -> 'artMiddle', 'turn', 0,
    'spots', jsonb_build_array(jsonb_build_object('at', 180, 'turn', 0,
      'middle', coalesce(wall -> 'middle', to_jsonb((select height_mm / 2 from piece_set where id = set_id))))))),
  details = details - array['artMiddle', 'finest'],
  entered = entered - array['artworkId', 'artworkIds', 'artWidth', 'artHeight', 'openFraction', 'artMiddle', 'finest']
    || jsonb_build_object('placements', jsonb_build_array(jsonb_build_object(
      'artworkId', coalesce(entered -> 'artworkId', '""'), 'artworkIds', coalesce(entered -> 'artworkIds', '[]'),
      'artWidth', coalesce(entered -> 'artWidth', '""'), 'artHeight', coalesce(entered -> 'artHeight', '""'),
      'openFraction', coalesce(entered -> 'openFraction', '""'), 'finest', coalesce(entered -> 'finest', '""'),
      'count', '1', 'anchor', 'opposite-seam', 'at', '', 'level', 'middle', 'clear', coalesce(entered -> 'artMiddle', '""'), 'turn', '')));
alter table pass alter column placements set not null;
drop index pass_artwork;
alter table pass drop column artwork_id, drop column artwork_ids, drop column art, drop column arts, drop column art_width_mm,
  drop column art_height_mm, drop column open_fraction;

-- Down Migration
-- Of several stencils the first one stays; a place round the wall, which was not known of, goes.
alter table pass
  add column artwork_id uuid references artwork, add column artwork_ids uuid[] not null default '{}', add column art jsonb,
  add column arts jsonb not null default '[]', add column art_width_mm double precision, add column art_height_mm double precision,
  add column open_fraction double precision;
update pass set
  artwork_id = (placements #>> '{0,artworkId}')::uuid,
  artwork_ids = coalesce((select array_agg(own.value::uuid order by own.ordinality)
    from jsonb_array_elements_text(placements #> '{0,artworkIds}') with ordinality own), '{}'),
  art = nullif(placements #> '{0,art}', 'null'),
  arts = placements #> '{0,arts}',
  art_width_mm = (placements #>> '{0,artWidth}')::float8,
  art_height_mm = (placements #>> '{0,artHeight}')::float8,
  open_fraction = (placements #>> '{0,openFraction}')::float8,
  details = details || jsonb_build_object('finest', placements #> '{0,finest}', 'artMiddle',
    case placements #>> '{0,level}' when 'middle' then placements #> '{0,clear}' else placements #> '{0,spots,0,middle}' end),
  entered = entered - 'placements' || (entered #> '{placements,0}') - array['count', 'anchor', 'at', 'level', 'clear', 'turn']
    || jsonb_build_object('artMiddle', case entered #>> '{placements,0,level}' when 'middle' then entered #>> '{placements,0,clear}'
      else placements #>> '{0,spots,0,middle}' end);
alter table pass alter column art_width_mm set not null, alter column art_height_mm set not null,
  alter column open_fraction set not null;
create index pass_artwork on pass (artwork_id);
alter table pass drop column placements;
alter table piece_set drop column keep_out;
update piece_set set entered = entered - 'keepOut';
